import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { type Result, result } from './result.ts';

const dist = join(import.meta.dirname, '../../widget/dist');
const gzipped = (file: string): number => gzipSync(readFileSync(join(dist, file)), { level: 9 }).length;

/** What a page loads at once, and all that the first opening loads: bytes on the wire. */
export function sizes(): { loader: number; firstOpening: number } {
  const assets = readdirSync(join(dist, 'assets')).filter(file => !file.endsWith('.map'));
  return {
    loader: gzipped('loader.js'),
    firstOpening: gzipped('window.html') + assets.reduce((sum, file) => sum + gzipped(join('assets', file)), 0),
  };
}

export const LOADER_BOUND = 2 * 1024;
export const FIRST_OPENING_BOUND = 40 * 1024;

/** The widget’s weight, beside what it may weigh. */
export function widget(): Result[] {
  const { loader, firstOpening } = sizes();
  const held = (name: string, value: number, bound: number): Result =>
    result(
      name,
      value,
      'bytes gzip',
      { name: 'allowed', value: bound },
      { words: `at most ${bound.toLocaleString('en')}`, holds: value <= bound },
    );
  return [held('widget loader', loader, LOADER_BOUND), held('widget first opening', firstOpening, FIRST_OPENING_BOUND)];
}
