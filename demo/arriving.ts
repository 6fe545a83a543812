import type { Arriving } from '../simulators/attendant/arriving';
import {
  DEMO_BENCHED,
  DEMO_BENCH_HALL,
  detailsOf,
  factsOfStay,
  inspectionOf,
  termsOfStay,
} from './facts';
import { DEMO_HALLS, DEMO_STAYS, MODELS, type DemoStay } from './site';
import { DEMO_MAINTAINERS } from './stock';

const two = (n: number) => String(n).padStart(2, '0');

/** All vehicles of the demo, in the order in which they come. */
export function demoArrivals(stays: readonly DemoStay[] = DEMO_STAYS): Arriving[] {
  let batteries = 0;
  return stays.map((stay, i): Arriving => {
    const model = MODELS[stay.model];
    const hall = DEMO_HALLS.find((one) => one.rows.some(([row]) => row === stay.bay[0]))!;
    const benched = DEMO_BENCHED.has(stay.bay);
    const maintainer = stay.keeping === 'maintainer' ? DEMO_MAINTAINERS[stay.bay] : undefined;
    return {
      vehicle: {
        ...{ id: `vehicle-${two(i + 1)}`, kind: model.kind, name: model.name },
        facts: factsOfStay(stay),
      },
      batteries: model.batteries.map((spec, b) => {
        const number = String(++batteries).padStart(3, '0');
        return {
          ...{ id: `battery-${number}`, mark: `B${number}`, spec, ageYears: null },
          trouble: stay.trouble?.battery === b ? stay.trouble.what : null,
          detailsBy: (paper) => detailsOf(spec, model, stay, paper),
        };
      }),
      ...{ bay: stay.bay, bayId: `bay-${stay.bay}`, keeping: stay.keeping, collect: stay.collect },
      hallId: benched ? DEMO_BENCH_HALL : hall.id,
      terms: termsOfStay(DEMO_STAYS.findIndex(({ bay }) => bay === stay.bay)),
      benched,
      maintainer: maintainer
        ? { chargerId: maintainer.charger, outletId: maintainer.outlet }
        : null,
      inspected: (details, cells) => inspectionOf(model.kind, details, cells),
    };
  });
}
