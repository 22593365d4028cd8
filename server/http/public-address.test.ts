import { expect, test } from 'vitest';
import { isPublic } from './public-address.ts';

/** The first, a middle and the last address of every range of the registries, as IANA lists them. */
const ranges: Record<string, string[]> = {
  'this network': ['0.0.0.0', '0.1.2.3', '0.255.255.255'],
  'private use': ['10.0.0.0', '10.255.255.255', '172.16.0.0', '172.31.255.255', '192.168.0.0', '192.168.255.255'],
  'shared address space': ['100.64.0.0', '100.127.255.255'],
  loopback: ['127.0.0.0', '127.0.0.1', '127.255.255.255', '::1'],
  'link local': ['169.254.0.0', '169.254.169.254', '169.254.255.255', 'fe80::', 'fe80::1', 'febf:ffff::1'],
  'protocol assignments': ['192.0.0.0', '192.0.0.8', '192.0.0.170', '192.0.0.255', '2001::', '2001:1ff:ffff::1'],
  documentation: ['192.0.2.1', '198.51.100.1', '203.0.113.255', '2001:db8::1', '3fff::1', '3fff:fff:ffff::1'],
  'AS112 and AMT': ['192.31.196.1', '192.52.193.1', '192.175.48.1', '2620:4f:8000::1'],
  '6to4 relays': ['192.88.99.1', '2002::', '2002:7f00:1::1'],
  benchmarking: ['198.18.0.0', '198.19.255.255', '2001:2::1'],
  multicast: ['224.0.0.1', '239.255.255.255', 'ff00::', 'ff02::1'],
  reserved: ['240.0.0.0', '255.255.255.254', '255.255.255.255'],
  unspecified: ['::'],
  'mapped from IPv4': ['::ffff:0:0', '::ffff:127.0.0.1', '::ffff:8.8.8.8', '::ffff:0:808:808'],
  'compatible with IPv4': ['::7f00:1', '::127.0.0.1', '::8.8.8.8'],
  'translated to IPv4': ['64:ff9b::', '64:ff9b::7f00:1', '64:ff9b::8.8.8.8', '64:ff9b:1::1'],
  discard: ['100::', '100::1', '100:0:0:1::1'],
  'segment routing': ['5f00::', '5f00:ffff::1'],
  'unique local': ['fc00::', 'fd00::1', 'fdff:ffff::1'],
  'site local, long given up': ['fec0::', 'fec0::1', 'feff::1'],
  'Teredo and ORCHID': ['2001::1', '2001:10::1', '2001:20::1', '2001:30::1'],
  'what nobody has': ['4000::1', '8000::1', '1000::1', '::2'],
  'what is no address': ['', 'localhost', '127.1', '2130706433', '0x7f.1', '1.2.3', '1.2.3.4.5', '[::1]', '8.8.8.8 '],
};
test.each(Object.entries(ranges))('%s is not public', (_, addresses) => {
  expect(addresses.filter(isPublic)).toEqual([]);
});

test('what lies right beside those ranges is', () => {
  const addresses = [
    ...['1.0.0.0', '9.255.255.255', '11.0.0.0', '100.63.255.255', '100.128.0.0', '126.255.255.255', '128.0.0.0'],
    ...['169.253.255.255', '169.255.0.0', '172.15.255.255', '172.32.0.0', '191.255.255.255', '192.0.1.0', '192.0.3.0'],
    ...['192.167.255.255', '192.169.0.0', '198.17.255.255', '198.20.0.0', '223.255.255.255', '8.8.8.8'],
    ...['2000::1', '2001:200::1', '2001:4860:4860::8888', '2003::1', '2606:4700::1111', '3ffe::1', '2a00::1'],
  ];
  expect(addresses.filter(address => !isPublic(address))).toEqual([]);
});
