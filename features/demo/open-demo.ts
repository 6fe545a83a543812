import { t } from '../../core/language';
import 'server-only';
import { installation } from '../server/here';
import { refuse } from '../server/reply';

/** Starts the demo beside this site, for whoever wants to look around first. 409 where it cannot be. */
export async function postOpenDemo(request: Request): Promise<Response> {
  const { demo } = installation();
  if (!demo)
    return refuse(409, t`The demo is opened from a site that runs on this machine: ./ember demo.`);
  try {
    const machine = (request.headers.get('host') ?? '').replace(/:\d+$/, '');
    return Response.json({ href: `http://${machine}:${await demo()}/yard` });
  } catch (error) {
    return refuse(409, t`The demo does not start: ${(error as Error).message}`);
  }
}
