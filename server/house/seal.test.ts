import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { Seal, secretIn } from './seal.ts';

const seal = new Seal('one secret');

test('what is sealed is opened at its place, and reads as nothing in between', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary' }), fc.string(), (text, place) => {
      const sealed = seal.close(text, place);
      expect(new Seal('one secret').open(sealed, place)).toBe(text);
      if (text.length > 3) expect(sealed.includes(Buffer.from(text))).toBe(false);
      expect(seal.close(text, place).equals(sealed)).toBe(false);
    }),
  );
});

test('at another place, under another secret, cut or changed, it stays closed', () => {
  fc.assert(
    fc.property(fc.string(), fc.nat(), fc.integer({ min: 1, max: 255 }), (text, where, by) => {
      const sealed = seal.close(text, 'here');
      expect(seal.open(sealed, 'there')).toBeUndefined();
      expect(new Seal('another secret').open(sealed, 'here')).toBeUndefined();
      const changed = Buffer.from(sealed);
      const at = where % sealed.length;
      changed[at] = changed[at]! ^ by;
      expect(seal.open(changed, 'here')).toBeUndefined();
      expect(seal.open(sealed.subarray(0, at), 'here')).toBeUndefined();
    }),
  );
});

test('a machine makes its secret once, for its owner alone', () => {
  const home = join(mkdtempSync(join(tmpdir(), 'kineta-seal-')), 'not', 'there');
  const secret = secretIn(home);
  expect(secret).toMatch(/^[A-Za-z0-9_-]{43}$/);
  expect(secretIn(home)).toBe(secret);
  expect(readdirSync(home)).toEqual(['secret']);
  expect(statSync(join(home, 'secret')).mode & 0o777).toBe(0o600);
  rmSync(home, { recursive: true });
  expect(() => secretIn('/dev/null/kineta')).toThrow('Set KINETA_SECRET, or another KINETA_HOME.');
});
