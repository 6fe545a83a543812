import {
  Chart,
  Filler,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
  Tooltip,
} from 'chart.js';

// Only what the charts use: the rest of the package stays out of the download.
Chart.register(Filler, LineController, LineElement, LinearScale, PointElement, Tooltip);

export { Chart };
