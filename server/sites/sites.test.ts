import { describe, expect, test } from 'vitest';
import { Boarding } from './boarding.ts';
import { allows, ancestors, originTried } from './domains.ts';
import { escaped } from './loaders.ts';

describe('domains', () => {
  const domains = ['brackenrow.example', '*.brackenrow.example', 'localhost:4401'];
  test.each([
    ['https://brackenrow.example', true],
    ['http://brackenrow.example', true],
    ['https://shop.brackenrow.example', true],
    ['https://a.b.brackenrow.example', true],
    ['http://localhost:4401', true],
    ['http://localhost:4402', false],
    ['http://localhost', false],
    ['https://brackenrow.example:8443', false],
    ['https://notbrackenrow.example', false],
    ['https://brackenrow.example.elsewhere.example', false],
    ['https://.brackenrow.example', false],
    ['null', false],
    ['', false],
  ])('%s: %s', (origin, allowed) => {
    expect(allows(domains, origin)).toBe(allowed);
  });

  test('one’s own machine is every port of it, and nothing else', () => {
    expect(allows(['localhost'], 'http://localhost:8099')).toBe(true);
    expect(allows(['localhost'], 'http://127.0.0.1:8099')).toBe(false);
    expect(allows(['localhost'], 'http://localhost.elsewhere.example:8099')).toBe(false);
    expect(allows(['brackenrow.example'], 'http://brackenrow.example:8099')).toBe(false);
    expect(ancestors(['localhost', '*.brackenrow.example'])).toBe(
      'http://localhost:* https://localhost:* http://*.brackenrow.example https://*.brackenrow.example',
    );
  });

  test.each([
    [['brackenrow.example', 'localhost'], 'localhost:8099', 'https://brackenrow.example'],
    [['localhost'], 'localhost:8099', 'http://localhost:8099'],
    [['localhost'], null, 'http://localhost'],
    [['*.brackenrow.example'], 'shop.brackenrow.example', 'https://shop.brackenrow.example'],
    [['*.brackenrow.example'], null, ''],
    [['*.brackenrow.example'], 'once.elsewhere.example', ''],
  ])('of %j, last seen on %j, is tried at %s', (domains, seenOn, origin) => {
    expect(originTried(domains, seenOn)).toBe(origin);
  });

  test('no domains allow nobody', () => {
    expect(allows([], 'https://brackenrow.example')).toBe(false);
  });
});

describe('boarding passes', () => {
  const boarding = new Boarding('the secret of this instance');
  const now = Date.parse('2026-11-24T10:12:00Z');

  test('are good for a day, for their site', () => {
    const pass = boarding.issue('key-brackenrow', now);
    expect(boarding.read(pass, now + 1_000)).toEqual({ siteKey: 'key-brackenrow', late: false });
    expect(boarding.read(pass, now + 25 * 3_600_000)).toEqual({ siteKey: 'key-brackenrow', late: true });
  });

  test('cannot be made or changed by who has not the secret', () => {
    const pass = boarding.issue('key-brackenrow', now);
    const [, until, signature] = pass.split('.');
    expect(boarding.read(`key-other.${until}.${signature}`, now)).toBeUndefined();
    expect(boarding.read(`key-brackenrow.zzzzzzzzz.${signature}`, now)).toBeUndefined();
    expect(new Boarding('another').read(pass, now)).toBeUndefined();
    for (const nonsense of ['', '.', '..', 'a.b.c', pass.slice(0, -1), `${pass}x`])
      expect(boarding.read(nonsense, now)).toBeUndefined();
  });
});

test.each([
  'Robin',
  'Zoë',
  "O'Brien",
  '"; alert(1); "',
  `\`$\{alert(1)}\``,
  '</script>',
  'back\\slash',
  'Róisín 👋',
  'two\nlines',
])('the name “%s” stays a name inside a script, in any quotes', name => {
  for (const quote of ['"', "'", '`']) expect(new Function(`return ${quote}${escaped(name)}${quote}`)()).toBe(name);
});
