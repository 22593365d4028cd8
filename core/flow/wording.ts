import { changeStep, renameScene } from './changes.ts';
import type { Edit } from './edits.ts';
import type { Flow } from './format.ts';
import type { Id } from './id.ts';
import type { Step } from './steps/registry.ts';

/** The keys under which steps of every kind hold words that people read. */
const WORDS: ReadonlySet<string> = new Set([
  'text',
  'label',
  'title',
  'button',
  'otherwise',
  'reason',
  'outcome',
  'alt',
  'note',
]);

/** Where words were found: in a scene's title, or in a step. */
export interface Wording {
  scene: Id;
  step?: Id;
  /** The words around, and where in them what was looked for stands. */
  around: string;
  from: number;
  to: number;
}

function pattern(wanted: string, matchCase: boolean): RegExp {
  return new RegExp(wanted.replace(/[\\^$.*+?()[\]{}|]/g, '\\$&'), matchCase ? 'gu' : 'giu');
}

function wordsOf(value: unknown, found: (words: string) => void, key = ''): void {
  if (typeof value === 'string') {
    if (WORDS.has(key)) found(value);
  } else if (Array.isArray(value)) for (const item of value) wordsOf(item, found, key);
  else if (value !== null && typeof value === 'object')
    for (const [name, held] of Object.entries(value)) wordsOf(held, found, name);
}

function reworded<T>(value: T, change: (words: string) => string, key = ''): T {
  if (typeof value === 'string') return (WORDS.has(key) ? change(value) : value) as T;
  if (Array.isArray(value)) return value.map(item => reworded(item, change, key)) as T;
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([name, held]) => [name, reworded(held, change, name)])) as T;
}

/** All words of a step that people read, in its order. */
export function allWords(step: Step): string[] {
  const words: string[] = [];
  wordsOf(step, one => words.push(one));
  return words;
}

/** Every place of a flow whose words hold what is wanted, in the order of the flow. */
export function findWords(flow: Flow, wanted: string, matchCase = false): Wording[] {
  if (wanted === '') return [];
  const places: Wording[] = [];
  const look = (words: string, place: { scene: Id; step?: Id }): void => {
    for (const match of words.matchAll(pattern(wanted, matchCase)))
      places.push({ ...place, around: words, from: match.index, to: match.index + match[0].length });
  };
  for (const scene of flow.scenes) {
    look(scene.title, { scene: scene.id });
    for (const step of scene.steps) wordsOf(step, words => look(words, { scene: scene.id, step: step.id }));
  }
  return places;
}

/** The edits that put other words in the place of those that are wanted, everywhere or in one step. */
export function replaceWords(
  flow: Flow,
  wanted: string,
  by: string,
  { matchCase = false, only }: { matchCase?: boolean; only?: { scene: Id; step?: Id } } = {},
): Edit[] {
  if (wanted === '') return [];
  const change = (words: string): string => words.replaceAll(pattern(wanted, matchCase), () => by);
  return flow.scenes.flatMap(scene => {
    if (only && only.scene !== scene.id) return [];
    const title = change(scene.title).slice(0, 100);
    const steps = scene.steps.filter(step => only === undefined || only.step === step.id);
    return [
      ...(title.trim() !== '' && only?.step === undefined ? renameScene(flow, scene.id, title) : []),
      ...steps.flatMap(step => changeStep(flow, reworded<Step>(step, change))),
    ];
  });
}
