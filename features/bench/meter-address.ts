import { BlockList, isIP } from 'node:net';

/** Where meters stand: in a building's own network. RFC 1918, RFC 4193 and RFC 3927 (from memory). */
const BUILDING = new BlockList();
BUILDING.addSubnet('10.0.0.0', 8);
BUILDING.addSubnet('172.16.0.0', 12);
BUILDING.addSubnet('192.168.0.0', 16);
BUILDING.addSubnet('169.254.0.0', 16);
BUILDING.addSubnet('fc00::', 7, 'ipv6');

/**
 * Whether an address is one of the building's own network: never this machine itself, where other
 * programs listen, nor anywhere outside. Names are none: what they lead to changes.
 */
export const isInBuilding = (host: string): boolean => {
  const kind = isIP(host);
  return kind !== 0 && BUILDING.check(host, kind === 4 ? 'ipv4' : 'ipv6');
};
