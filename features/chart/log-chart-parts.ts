import { LogarithmicScale } from 'chart.js';
import { Chart } from './chart-parts';

// Only the bench needs it.
Chart.register(LogarithmicScale);

export { Chart };
