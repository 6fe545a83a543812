import { askOrSetUp } from '../server/ask';
import { Bench } from './bench';
import { BENCH_JOBS, type BenchJob } from './bench-data';
import { hub } from './hub';

export async function BenchScreen({
  battery,
  job,
}: {
  battery: string | null;
  job: string | null;
}) {
  // Without a choice: where a test is running.
  const chosen = battery ?? hub().running?.batteryId ?? null;
  const wanted = BENCH_JOBS.find((one) => one === job) ?? ('draw' satisfies BenchJob);
  return <Bench key={chosen} data={await askOrSetUp('bench', chosen)} job={wanted} />;
}
