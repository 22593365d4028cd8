import { expect, test } from 'vitest';
import { addressOf, network } from './address.ts';

test.each([
  ['203.0.113.9', '203.0.113.9'],
  ['::ffff:203.0.113.9', '203.0.113.9'],
  ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2::/64'],
  ['2001:db8:1:2::9', '2001:db8:1:2::/64'],
  ['2001:0db8:0001:0002:ffff::', '2001:db8:1:2::/64'],
  ['::1', '0:0:0:0::/64'],
  ['fe80::1%eth0', 'fe80:0:0:0::/64'],
  ['unknown', 'unknown'],
])('%s is counted as %s', (address, counted) => {
  expect(network(address)).toBe(counted);
});

test.each([
  [0, '10.0.0.1', '10.0.0.1'],
  [1, '10.0.0.1', '198.51.100.7'],
  [2, '10.0.0.1', '203.0.113.9'],
  [9, '10.0.0.1', '192.0.2.66'],
])('behind %d proxies only what those say is believed', (proxies, remoteAddress, address) => {
  const headers = { 'x-forwarded-for': '192.0.2.66, 203.0.113.9,198.51.100.7' };
  expect(addressOf({ headers, socket: { remoteAddress } as never }, proxies)).toBe(address);
  expect(addressOf({ headers: {}, socket: { remoteAddress } as never }, proxies)).toBe('10.0.0.1');
});
