import { BlockList, isIP } from 'node:net';

/**
 * What of the address space leads to no public host: the registries of special-purpose addresses of IANA (RFC 6890 and
 * its updates, for IPv4 and IPv6), multicast, and what carries an IPv4 address inside, behind which anything may lie.
 */
const special = {
  ipv4: [
    '0.0.0.0/8',
    '10.0.0.0/8',
    '100.64.0.0/10',
    '127.0.0.0/8',
    '169.254.0.0/16',
    '172.16.0.0/12',
    '192.0.0.0/24',
    '192.0.2.0/24',
    '192.31.196.0/24',
    '192.52.193.0/24',
    '192.88.99.0/24',
    '192.168.0.0/16',
    '192.175.48.0/24',
    '198.18.0.0/15',
    '198.51.100.0/24',
    '203.0.113.0/24',
    '224.0.0.0/4',
    '240.0.0.0/4',
  ],
  ipv6: ['2001::/23', '2001:db8::/32', '2002::/16', '2620:4f:8000::/48', '3fff::/20'],
} as const;

/** All that is given out as global unicast (RFC 4291, 2.4); the rest of IPv6 is special, or nobody’s yet. */
const given = new BlockList();
given.addSubnet('2000::', 3, 'ipv6');

const closed = new BlockList();
for (const family of ['ipv4', 'ipv6'] as const)
  for (const range of special[family]) {
    const [start = '', length] = range.split('/');
    closed.addSubnet(start, Number(length), family);
  }

/** Whether an address, written as numbers, belongs to the public internet, and not to a private network or this machine. */
export function isPublic(address: string): boolean {
  switch (isIP(address)) {
    case 4:
      return !closed.check(address, 'ipv4');
    case 6:
      return given.check(address, 'ipv6') && !closed.check(address, 'ipv6');
    default:
      return false;
  }
}
