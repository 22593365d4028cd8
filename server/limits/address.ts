import type { IncomingMessage } from 'node:http';
import { isIPv4, isIPv6 } from 'node:net';

const MAPPED = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i;

/** The eight groups of an IPv6 address. */
function groups(address: string): string[] {
  const [head = '', tail] = address.split('%', 1)[0]!.split('::');
  const left = head === '' ? [] : head.split(':');
  if (tail === undefined) return left;
  const right = tail === '' ? [] : tail.split(':');
  return [...left, ...Array<string>(Math.max(0, 8 - left.length - right.length)).fill('0'), ...right];
}

/**
 * Under what an address is counted: IPv4 by itself, IPv6 by the first half, as whoever has one address of a network has
 * all 2^64 of it (RFC 4291, 2.5.1).
 */
export function network(address: string): string {
  const [, mapped] = MAPPED.exec(address) ?? [];
  if (mapped) return mapped;
  if (isIPv4(address) || !isIPv6(address)) return address;
  return `${groups(address)
    .slice(0, 4)
    .map(group => Number.parseInt(group, 16).toString(16))
    .join(':')}::/64`;
}

/**
 * Where a request comes from, past the proxies in front: each of them adds to `X-Forwarded-For` whom it heard it from, and
 * only the last ones are ours.
 * @param proxies how many are ours
 */
export function addressOf({ headers, socket }: Pick<IncomingMessage, 'headers' | 'socket'>, proxies: number): string {
  const told = [headers['x-forwarded-for'] ?? []].flat().join(',');
  const before = told
    .split(',')
    .map(address => address.trim())
    .filter(address => address !== '')
    .reverse();
  const way = [socket.remoteAddress ?? 'unknown', ...before];
  return network(way[Math.min(proxies, way.length - 1)]!);
}
