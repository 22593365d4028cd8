import { z } from 'zod';
import { listed } from '../../facts/listed.ts';
import { plain, type WordPart, type Words } from '../../facts/words.ts';
import { PagePattern, pageOf, pageTest, patternName } from '../page-pattern.ts';
import type { Seen } from '../seen.ts';
import { cuePart } from './kind.ts';

const MOST = 50;
const Patterns = z.array(PagePattern).max(MOST, `At most ${MOST} pages are written.`);

const named = (patterns: readonly string[]): WordPart[] =>
  listed(
    patterns.map(pattern => [{ value: patternName(pattern) }] as Words),
    'or',
  );

/** On which pages: on those, but not on these; on all where none is said. */
export const pages = cuePart({
  part: 'pages',
  schema: z.strictObject({ on: Patterns, off: Patterns }),
  blank: () => ({ on: [], off: [] }),
  words: ({ on, off }) => [
    ...(on.length > 0 ? [plain('on '), ...named(on)] : [plain('on any page')]),
    ...(off.length > 0 ? [plain(' but not on '), ...named(off)] : []),
  ],
  unset: [plain('on any page')],
  ready({ on, off }) {
    const isOn = on.map(pageTest);
    const isOff = off.map(pageTest);
    return ({ page }) => (isOn.length === 0 || isOn.some(test => test(page))) && !isOff.some(test => test(page));
  },
  not({ on, off }, { page }) {
    const out = off.find(pattern => pageTest(pattern)(page));
    return out === undefined
      ? [plain('the page is not '), ...named(on)]
      : [plain('the page is '), ...named([out]), plain(', which is left out')];
  },
  findings({ on, off }, { allows }) {
    const elsewhere = on.find(pattern => {
      const { origin } = pageOf(pattern);
      return origin !== '' && !origin.includes('*') && !allows(origin);
    });
    return [
      ...(on.length > 0 && on.every(pattern => off.includes(pattern))
        ? [{ level: 'problem' as const, sentence: 'Every page that it is for is left out as well.' }]
        : []),
      ...(elsewhere === undefined
        ? []
        : [{ level: 'problem' as const, sentence: `${patternName(elsewhere)} is on no domain of this site.` }]),
    ];
  },
  includes(set, other) {
    if (set.on.length === 0 && set.off.length === 0) return true;
    const meant = (other?.on ?? []).map(samplesOf);
    const isSo = this.ready(set, []);
    return (
      meant.length > 0 &&
      meant.every(samples => samples.length > 0 && samples.every(page => isSo({ page: pageOf(page) } as Seen, '')))
    );
  },
  example: ({ on }) => on.flatMap(samplesOf)[0],
});

/** Pages that a pattern means: the nearest, and one further down where it means that too. */
function samplesOf(pattern: string): string[] {
  const of = (rest: string) =>
    pattern
      .replace(/\{\/\*\}\?$/, rest && `/${rest}`)
      .replace(/:[A-Za-z_]\w*(\([^)]*\))?[?*+]?/g, 'a')
      .replaceAll('*', rest || 'a')
      .replace(/[{}()\\?+]/g, '');
  const test = pageTest(pattern);
  return [...new Set([of(''), of('a/b')])].filter(page => test(pageOf(page)));
}
