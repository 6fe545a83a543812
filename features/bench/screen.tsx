import { requireSite } from '../site/current';
import { Themed } from '../theme/themed';
import { Bench } from './bench';
import { BENCH_JOBS, type BenchJob } from './bench-data';
import { benchData } from './load';
import { hub } from './hub';

export function BenchScreen({ battery, job }: { battery: string | null; job: string | null }) {
  // Without a choice: where a test is running.
  const chosen = battery ?? hub().running?.batteryId ?? null;
  const wanted = BENCH_JOBS.find((one) => one === job) ?? ('draw' satisfies BenchJob);
  return (
    <Themed>
      <Bench key={chosen} data={benchData(requireSite(), chosen)} job={wanted} />
    </Themed>
  );
}
