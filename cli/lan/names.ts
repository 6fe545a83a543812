import { hostname, networkInterfaces } from 'node:os';

/** Under which names and addresses a server is reached in the building. */
export interface SiteNames {
  readonly names: readonly string[];
  readonly addresses: readonly string[];
  /** The networks that those addresses are of, as `192.168.1.0/24`. */
  readonly networks: readonly string[];
}

const isName = (name: string) =>
  name.length <= 253 &&
  /^[a-z0-9]([a-z0-9-]*[a-z0-9])?(\.[a-z0-9]([a-z0-9-]*[a-z0-9])?)*$/.test(name);

/** The first address of the network that an address is of. */
function networkOf(address: string, bits: number): string {
  const value = address.split('.').reduce((sum, part) => sum * 256 + Number(part), 0);
  const size = 2 ** (32 - bits);
  const first = Math.floor(value / size) * size;
  const parts = [24, 16, 8, 0].map((by) => Math.floor(first / 2 ** by) % 256);
  return `${parts.join('.')}/${bits}`;
}

/**
 * The names and addresses of this machine in its networks, with more names that somebody gave it.
 * Addresses of IPv4 alone: those of IPv6 change by themselves, and every phone knows the others.
 */
export function siteNames(
  more: readonly string[],
  interfaces = networkInterfaces(),
  machine = hostname(),
): SiteNames {
  const own = Object.values(interfaces)
    .flatMap((list) => list ?? [])
    .filter(({ family, internal }) => family === 'IPv4' && !internal);
  const short = machine.toLowerCase().split('.')[0]!;
  const names = [...more.map((name) => name.toLowerCase()), short, `${short}.local`];
  return {
    names: [...new Set(['localhost', ...names.filter(isName)])],
    addresses: [...new Set(['127.0.0.1', ...own.map(({ address }) => address)])],
    networks: [
      ...new Set([
        '127.0.0.0/8',
        ...own.map(({ address, cidr }) => networkOf(address, Number(cidr?.split('/')[1] ?? 32))),
      ]),
    ],
  };
}
