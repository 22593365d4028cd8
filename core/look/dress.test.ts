import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { faceAddress, launcherDress, windowDress } from './dress.ts';
import { type Look, Look as LookSchema, picturesOf, plainLook } from './look.ts';

const look = (given: unknown): Look => LookSchema.parse(given);
const address = `/p/${'a'.repeat(22)}`;

/** What a custom property is set to, the last time that it is. */
const property = (style: string, name: string): string | undefined =>
  [...style.matchAll(new RegExp(`--${name}:([^;}]*)`, 'g'))].at(-1)?.[1];

describe('the launcher', () => {
  test('says what it is given unless the look has words of its own', () => {
    expect(launcherDress(plainLook, 'Ask Robin').words).toBe('Ask Robin');
    expect(launcherDress(look({ launcher: { words: 'Questions?' } }), 'Ask Robin').words).toBe('Questions?');
  });
  test('stands at its side, and elsewhere on phones', () => {
    const { style } = launcherDress(
      look({ standing: { wide: { ...plainLook.standing.wide, side: 'left', edge: 40 } } }),
      '',
    );
    const [wide, phone] = style.split('@media(max-width:480px)') as [string, string];
    expect([property(wide, 'left'), property(wide, 'right')]).toEqual(['40px', 'auto']);
    expect([property(phone, 'left'), property(phone, 'right')]).toEqual(['auto', '14px']);
    expect(property(wide, 'frame')).toBe('auto auto 80px 40px');
    expect(property(phone, 'frame')).toBe('0');
  });
  test('as a tab is a part of the page’s edge', () => {
    const { style } = launcherDress(look({ launcher: { shape: 'tab' } }), '');
    expect(style).toContain('writing-mode:vertical-rl');
    expect(property(style, 'right')).toBe('0');
  });
  test('shows a face where there is one, or nothing', () => {
    expect(launcherDress(look({ launcher: { picture: 'face' } }), '').picture).toBe('/w/faces/lamp.svg');
    const faceless = look({ launcher: { picture: 'face' }, voice: { face: null } });
    expect(launcherDress(faceless, '').picture).toBe('');
  });
});

describe('the window', () => {
  test('is light, dark, or as the device is set', () => {
    expect(windowDress(look({ colour: { scheme: 'dark' } })).style).not.toContain('@media');
    const { style } = windowDress(look({ colour: { scheme: 'device' } }));
    expect(style).toMatch(/^:root\{.*--scheme:light\}@media\(prefers-color-scheme:dark\)\{:root\{.*--scheme:dark\}\}$/);
  });
  test('lays the brand’s colour over a picture behind its head', () => {
    const { style } = windowDress(look({ header: { ground: 'picture', picture: address } }));
    expect(property(style, 'header')).toMatch(/^linear-gradient\(#0e5a5f[0-9a-f]{2},.*url\(\/p\/a+\) center\/cover$/);
    // Chosen before there is one: the colour alone.
    expect(property(windowDress(look({ header: { ground: 'picture' } })).style, 'header')).toBe('#0e5a5f');
  });
  test('has a name, face and heading by flow', () => {
    const { flows } = windowDress(look({ flows: [{ flow: '7', name: 'Wren', face: { drawn: 'bird' } }] }));
    expect(flows).toEqual({ 7: { name: 'Wren', face: '/w/faces/bird.svg', heading: '' } });
  });
});

test('a look of before is whole, and what is in none is refused', () => {
  expect(look({ colour: { brand: 'FFF' } }).colour).toEqual({ brand: '#ffffff', scheme: 'light' });
  expect(LookSchema.safeParse({ colours: {} }).success).toBe(false);
  expect(LookSchema.safeParse({ header: { picture: 'https://elsewhere.example/x.png' } }).success).toBe(false);
});

test('knows every picture that it shows', () => {
  const shown = look({
    voice: { face: { picture: address } },
    header: { logo: address, picture: address },
    flows: [{ flow: '1', face: { picture: address } }],
  });
  expect(picturesOf(shown)).toEqual([address, address, address, address]);
  expect(picturesOf(plainLook)).toEqual([]);
  expect(faceAddress(null)).toBeNull();
});

test('whatever is written, its style sheets hold nothing that could leave them', () => {
  const colour = fc.string({ unit: fc.constantFrom(...'0123456789abcdef'), minLength: 6, maxLength: 6 });
  fc.assert(
    fc.property(
      colour,
      fc.string(),
      fc.integer({ min: 0, max: 400 }),
      fc.constantFrom('words', 'round', 'tab'),
      (brand, words, edge, shape) => {
        const given = LookSchema.safeParse({
          colour: { brand },
          launcher: { words, shape },
          header: { heading: words },
          standing: { wide: { ...plainLook.standing.wide, edge } },
        });
        if (!given.success) return;
        for (const { style } of [launcherDress(given.data, words), windowDress(given.data)])
          expect(style).toMatch(/^[a-z0-9\-:;#{}@(), .%/]*$/);
      },
    ),
  );
});
