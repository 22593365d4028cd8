import type { Fact } from '../facts/fact.ts';
import { plain, type Words } from '../facts/words.ts';
import { factsIn, filled } from '../phrases/phrase.ts';
import { appearanceKindOf } from './appearances/registry.ts';
import { pageTest } from './page-pattern.ts';
import type { CuePart } from './parts/kind.ts';
import { type PartName, partsOf } from './parts/registry.ts';
import { type Cue, LAST, type Reach } from './reach.ts';
import type { Seen } from './seen.ts';

/** A cue as it is looked at; the last one is of whichever flow the site has for whoever else comes. */
export interface LookedCue extends Omit<Cue, 'flow'> {
  flow: string | null;
}

interface ReadyPart {
  part: PartName;
  comes: CuePart<PartName, never>['comes'];
  isSo(seen: Seen, cue: string): boolean;
}

interface ReadyCue {
  cue: LookedCue;
  /** Whether its flow has an edition that visitors can meet, now. */
  isLive(): boolean;
  /** What has to be so as the page comes, what comes about on it, and what is done there by hand. */
  stands: ReadyPart[];
  comes: ReadyPart[];
  byHand: ReadyPart[];
  /** What it says, where that has places for what is known. */
  says: string | undefined;
}

/** What keeps the chat off a page: the device, the hour, that it is only on others, or never on this. */
export const HIDDEN_BY = ['device', 'closed', 'other page', 'this page'] as const;
export type HiddenBy = (typeof HIDDEN_BY)[number];

/** A site’s reach made ready to be asked of many visitors. */
export interface ReadyReach {
  reach: Reach;
  cues: readonly ReadyCue[];
  names: readonly string[];
  /** Why the chat does not show at all; undefined where it does. */
  hidden(seen: Seen, device: 'computer' | 'tablet' | 'phone', isOpen: boolean): HiddenBy | undefined;
}

const saidBy = ({ appears }: Pick<Cue, 'appears'>): string => appearanceKindOf(appears).says?.(appears) ?? '';

/** A fact that is to be said and is not known, nor what stands for it. */
function unknownIn({ says }: ReadyCue, { facts }: Seen): string | undefined {
  if (says === undefined) return undefined;
  const known = new Map(Object.keys(facts).map(name => [name.toLowerCase(), '']));
  return filled(says, known).missing[0]?.slice(1, -1);
}

/** All cues in their order, with the last. @param flow the site’s own */
export const allCues = ({ cues, last }: Pick<Reach, 'cues' | 'last'>, flow: string | null): LookedCue[] => [
  ...cues,
  { id: LAST, flow, on: true, unfinished: 'goes on', ...last },
];

/**
 * @param flow the site’s own, which whoever else comes meets
 * @param isLive whether visitors can meet a flow, asked anew of each
 * @param names of all facts that there are, by which formulas are read
 */
export function readyReach(
  reach: Reach,
  flow: string | null,
  isLive: (flow: string) => boolean,
  names: readonly string[],
): ReadyReach {
  const isOn = reach.shows.on.map(pageTest);
  const isOff = reach.shows.off.map(pageTest);
  const cues = allCues(reach, flow).map((cue): ReadyCue => {
    const parts = partsOf(cue.fits).map(
      ({ part, comes, ready }): ReadyPart => ({ part, comes, isSo: ready(cue.fits[part], names) }),
    );
    return {
      cue,
      // Whoever else comes meets the last whatever became of its flow: people, where it has none.
      isLive: () => cue.id === LAST || (cue.flow !== null && isLive(cue.flow)),
      stands: parts.filter(({ comes }) => comes === undefined),
      comes: parts.filter(({ comes }) => comes !== undefined && comes !== 'by hand'),
      byHand: parts.filter(({ comes }) => comes === 'by hand'),
      says: factsIn(saidBy(cue)).length > 0 ? saidBy(cue) : undefined,
    };
  });
  return {
    reach,
    cues,
    names,
    hidden({ page }, device, isOpen) {
      if (!reach.shows[device]) return 'device';
      if (!isOpen && !reach.shows.closed) return 'closed';
      if (isOn.length > 0 && !isOn.some(test => test(page))) return 'other page';
      return isOff.some(test => test(page)) ? 'this page' : undefined;
    },
  };
}

/** The facts that any cue asks about or says; undefined where a formula may read any. */
export function factsOfReach(reach: Reach, facts: readonly Fact[]): ReadonlySet<string> | undefined {
  const asked = new Set<string>();
  for (const { fits, appears, on } of allCues(reach, null)) {
    if (!on) continue;
    const said = factsIn(saidBy({ appears }));
    for (const { name } of facts) if (said.includes(name.toLowerCase())) asked.add(name);
    for (const { part, reads } of partsOf(fits)) {
      if (!reads) continue;
      const names = reads(fits[part], facts);
      if (!names) return undefined;
      for (const name of names) asked.add(name);
    }
  }
  return asked;
}

const fitsNow = (ready: ReadyCue, seen: Seen): boolean =>
  ready.cue.on && ready.isLive() && ready.stands.every(({ isSo }) => isSo(seen, ready.cue.id));

/** A cue that fits who looks at a page, whatever comes about on it. */
export interface Fitting {
  cue: LookedCue;
  /** It does not appear by itself: it has so lately, or would say what is not known. */
  quiet: boolean;
  /** Only what they do by hand leads into it. */
  byHand: boolean;
}

/** Whether what is remembered from before, and known of them, lets it appear by itself. */
const mayAppear = (ready: ReadyCue, seen: Seen): boolean =>
  ready.comes.every(part => part.comes !== 'from before' || part.isSo(seen, ready.cue.id)) &&
  unknownIn(ready, seen) === undefined;

/**
 * The cues that fit who looks at a page, in their order, up to the first that waits for nothing on it, and all that are led into by hand:
 * the page itself knows when one has its moment. The last is always among them, or one before it that nothing comes behind.
 */
export function fitting({ cues }: ReadyReach, seen: Seen): Fitting[] {
  const found: Fitting[] = [];
  let isFull = false;
  for (const ready of cues) {
    const isByHand = ready.byHand.length > 0;
    if ((isFull && !isByHand) || !fitsNow(ready, seen)) continue;
    const quiet = !mayAppear(ready, seen);
    found.push({ cue: ready.cue, quiet, byHand: isByHand });
    isFull ||= !isByHand && !quiet && ready.comes.every(({ comes }) => comes === 'from before');
  }
  return found;
}

/** What whoever comes to a page meets first, as long as they do nothing by hand there: at once, or once it has its moment. */
export const metOnArrival = (reach: ReadyReach, seen: Seen): LookedCue =>
  (fitting(reach, seen).find(({ byHand }) => !byHand) ?? { cue: reach.cues.at(-1)!.cue }).cue;

/** What is said of a cue for one visitor at one moment. */
export type CueVerdict =
  /** It is met: it appears by itself as it says, or it is what whoever opens the chat meets. */
  | { is: 'met' }
  /** It would be, but for one before it. */
  | { is: 'behind'; before: string }
  | { is: 'off' }
  | { is: 'no flow' }
  /** Something is not so: the first thing that is not, by its part or as it says a fact that is not known. */
  | { is: 'not'; part: PartName | 'says'; words: Words };

export interface Decided {
  /** Whether the one that is met has its moment; else only who opens the chat meets it. */
  byItself: boolean;
  /** Of each cue, in their order. */
  verdicts: Array<{ cue: LookedCue; verdict: CueVerdict }>;
}

function missing(
  ready: ReadyCue,
  seen: Seen,
  names: readonly string[],
  parts: readonly ReadyPart[],
): CueVerdict | undefined {
  const first = parts.find(({ isSo }) => !isSo(seen, ready.cue.id));
  if (!first) return undefined;
  const part = partsOf(ready.cue.fits).find(one => one.part === first.part)!;
  return { is: 'not', part: first.part, words: part.not(ready.cue.fits[first.part], seen, ready.cue.id, names) };
}

function keptFrom(ready: ReadyCue, seen: Seen, names: readonly string[]): CueVerdict | undefined {
  if (!ready.cue.on) return { is: 'off' };
  if (!ready.isLive()) return { is: 'no flow' };
  return missing(ready, seen, names, ready.stands) ?? missing(ready, seen, names, ready.byHand);
}

function waitsFor(ready: ReadyCue, seen: Seen, names: readonly string[]): CueVerdict | undefined {
  const unknown = unknownIn(ready, seen);
  if (unknown === undefined) return missing(ready, seen, names, ready.comes);
  return { is: 'not', part: 'says', words: [plain('it says '), { fact: unknown }, plain(', which is not known')] };
}

/**
 * The cue that whoever opens the chat meets: the one by which their page says that they came, where that is for them; else the first that
 * has its moment, or the first that fits. Asked of everybody who comes, so that nothing is put into words.
 */
export function metOnOpening(reach: ReadyReach, seen: Seen, said: string | undefined): LookedCue {
  const named = reach.cues.find(({ cue }) => cue.id === said);
  if (named && fitsNow(named, seen)) return named.cue;
  const able = reach.cues.filter(ready => ready.byHand.length === 0 && fitsNow(ready, seen));
  const isDue = (ready: ReadyCue) =>
    unknownIn(ready, seen) === undefined && ready.comes.every(({ isSo }) => isSo(seen, ready.cue.id));
  // The last fits everybody.
  return (able.find(isDue) ?? able[0] ?? reach.cues.at(-1))!.cue;
}

/**
 * What somebody meets at one moment, and of every other cue the first thing that is not so. The first that fits is met. While none of
 * those that fit has its moment, nothing appears, and who opens the chat meets the first of them.
 */
export function whyThis({ cues, names }: ReadyReach, seen: Seen): Decided {
  const kept = cues.map(ready => keptFrom(ready, seen, names));
  const waits = cues.map((ready, at) => kept[at] ?? waitsFor(ready, seen, names));
  const now = waits.indexOf(undefined);
  const met = now >= 0 ? now : kept.indexOf(undefined);
  return {
    byItself: now >= 0,
    verdicts: cues.map(({ cue }, at) => {
      if (at === met) return { cue, verdict: { is: 'met' } };
      const verdict = waits[at];
      return { cue, verdict: verdict ?? { is: 'behind', before: cues[met]!.cue.id } };
    }),
  };
}
