import { getWorker } from '../../features/offline/get-worker';

export const dynamic = 'force-dynamic';

export function GET() {
  return getWorker();
}
