import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { Look, launcherDress, plainLook } from '@kineta/core';
import { type Result, result } from './result.ts';

const dist = join(import.meta.dirname, '../../widget/dist');
const gzipped = (file: string): number => gzipSync(readFileSync(join(dist, file)), { level: 9 }).length;

/** The loader as a site with a look is served it. */
function loaderIn(look: Look, ...behind: string[]): number {
  const { style, words, picture } = launcherDress(look, 'Ask Robin');
  const places: Record<string, string> = { STYLE: style, LABEL: words, PICTURE: picture };
  const text = readFileSync(join(dist, 'loader.js'), 'utf8').replace(/%([A-Z]+)%/g, (_, name: string) => places[name]!);
  const more = behind.map(file => readFileSync(join(dist, file), 'utf8'));
  return gzipSync([text, ...more].join(';'), { level: 9 }).length;
}

/** A look in which the loader says most: in both schemes, and round. */
const fullest = Look.parse({
  colour: { brand: '#2c6148', scheme: 'device' },
  launcher: { shape: 'round', picture: 'spark' },
});

/** What a page loads at once, what the first opening loads, and what every part together weighs: bytes on the wire. */
export function sizes(): { loader: number; reach: number; firstOpening: number; everything: number } {
  const assets = readdirSync(join(dist, 'assets')).filter(file => /\.(js|css)$/.test(file));
  const page = readFileSync(join(dist, 'window.html'), 'utf8');
  const weigh = (files: string[]): number => files.reduce((sum, file) => sum + gzipped(join('assets', file)), 0);
  return {
    loader: Math.max(loaderIn(plainLook), loaderIn(fullest)),
    // What it grows by where a site says whom its chat meets.
    reach: loaderIn(plainLook, 'reach.js') - loaderIn(plainLook),
    // What the page names, and the card of a site that asks before the chat; cards, files and charts come when a
    // conversation meets one.
    firstOpening:
      gzipped('window.html') + weigh(assets.filter(file => page.includes(file) || file.startsWith('form-'))),
    everything: gzipped('window.html') + weigh(assets),
  };
}

export const LOADER_BOUND = 2 * 1024;
export const REACH_BOUND = 3 * 1024;
export const FIRST_OPENING_BOUND = 30 * 1024;
const EVERYTHING_BOUND = 40 * 1024;

/** The widget’s weight, beside what it may weigh. */
export function widget(): Result[] {
  const { loader, reach, firstOpening, everything } = sizes();
  const held = (name: string, value: number, bound: number): Result =>
    result(
      name,
      value,
      'bytes gzip',
      { name: 'allowed', value: bound },
      { words: `at most ${bound.toLocaleString('en')}`, holds: value <= bound },
    );
  return [
    held('widget loader', loader, LOADER_BOUND),
    held('widget reach', reach, REACH_BOUND),
    held('widget first opening', firstOpening, FIRST_OPENING_BOUND),
    // All kinds of steps met in one conversation.
    held('widget with every kind', everything, EVERYTHING_BOUND),
  ];
}
