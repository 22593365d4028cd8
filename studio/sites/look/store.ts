import { Look } from '@kineta/core';
import { create } from 'zustand';

/** A look as it is being written: as a look, but for values that cannot be kept yet. */
type Draft = Look;
export type Path = ReadonlyArray<string | number>;

interface Editing {
  /** The look on the site, and how often one was put there. */
  base: Look;
  number: number;
  draft: Draft;
  /** The draft as it last could be kept: this is what is shown. */
  shown: Look;
  /** What is wrong, by the path of the value. */
  mistakes: Readonly<Record<string, string>>;
}

interface LookStore {
  /** By site. What was begun stays when one looks elsewhere in the studio. */
  sites: Readonly<Record<string, Editing>>;
  /** Takes up what is on the site; what was begun is kept, on top of it. */
  takeUp(site: string, base: Look, number: number): void;
  set(site: string, path: Path, value: unknown): void;
  wear(site: string, look: Look): void;
  discard(site: string): void;
  isPut(site: string, look: Look, number: number): void;
}

/** A copy with one value set, or taken out when it is undefined. */
export function withValue<T>(whole: T, [step, ...rest]: Path, value: unknown): T {
  if (step === undefined) return value as T;
  const copy = (Array.isArray(whole) ? [...whole] : { ...whole }) as Record<string | number, unknown>;
  const next = rest.length === 0 ? value : withValue(copy[step], rest, value);
  if (next === undefined) delete copy[step];
  else copy[step] = next;
  return copy as T;
}

export function valueAt(whole: unknown, path: Path): unknown {
  return path.reduce<unknown>((part, step) => (part as Record<string | number, unknown> | undefined)?.[step], whole);
}

/** In how many values two looks differ. A list or a choice that is one thing to whoever looks counts once. */
export function changesBetween(one: unknown, other: unknown): number {
  if (JSON.stringify(one) === JSON.stringify(other)) return 0;
  const isPart = (value: unknown): value is Record<string, unknown> =>
    typeof value === 'object' && value !== null && !Array.isArray(value);
  if (!isPart(one) || !isPart(other) || 'by' in one || 'drawn' in one || 'picture' in one !== 'picture' in other)
    return 1;
  const names = new Set([...Object.keys(one), ...Object.keys(other)]);
  return [...names].reduce((sum, name) => sum + changesBetween(one[name], other[name]), 0);
}

function read(draft: Draft, before: Look): Pick<Editing, 'draft' | 'shown' | 'mistakes'> {
  const kept = Look.safeParse(draft);
  if (kept.success) return { draft, shown: kept.data, mistakes: {} };
  const mistakes = Object.fromEntries(kept.error.issues.map(({ path, message }) => [path.join('.'), message]));
  return { draft, shown: before, mistakes };
}

export const useLooks = create<LookStore>((set, get) => {
  const change = (site: string, to: (editing: Editing) => Partial<Editing>): void => {
    const editing = get().sites[site];
    if (editing) set({ sites: { ...get().sites, [site]: { ...editing, ...to(editing) } } });
  };
  const fresh = (base: Look, number: number): Editing => ({ base, number, draft: base, shown: base, mistakes: {} });
  return {
    sites: {},
    takeUp(site, base, number) {
      const known = get().sites[site];
      if (known && changesBetween(known.base, known.draft) > 0) change(site, () => ({ base, number }));
      else set({ sites: { ...get().sites, [site]: fresh(base, number) } });
    },
    set: (site, path, value) => change(site, ({ draft, shown }) => read(withValue(draft, path, value), shown)),
    wear: (site, look) => change(site, ({ shown }) => read(look, shown)),
    discard: site => change(site, ({ base, number }) => fresh(base, number)),
    isPut: (site, look, number) => set({ sites: { ...get().sites, [site]: fresh(look, number) } }),
  };
});
