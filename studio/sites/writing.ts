import { create, type StoreApi, type UseBoundStore } from 'zustand';

/** What is settled of a site as it is there, how often that was changed, and as it is being written. */
export interface Writing<T> {
  base: T;
  number: number;
  draft: T;
}

export interface WritingStore<T> {
  /** By site. What was begun stays when one looks elsewhere in the studio. */
  sites: Readonly<Record<string, Writing<T>>>;
  /** Takes up what is on the site; what was begun is kept, on top of it. */
  takeUp(site: string, base: T, number: number): void;
  write(site: string, to: Partial<T>): void;
  discard(site: string): void;
  isPut(site: string, base: T, number: number): void;
}

export const isChanged = <T>({ base, draft }: Writing<T>): boolean => JSON.stringify(base) !== JSON.stringify(draft);

/** Where something of sites is written until it is put there. */
export const writingStore = <T extends object>(): UseBoundStore<StoreApi<WritingStore<T>>> =>
  create<WritingStore<T>>((set, get) => {
    const put = (site: string, writing: Writing<T>) => set({ sites: { ...get().sites, [site]: writing } });
    return {
      sites: {},
      takeUp(site, base, number) {
        const known = get().sites[site];
        put(site, { base, number, draft: known && isChanged(known) ? known.draft : base });
      },
      write(site, to) {
        const known = get().sites[site];
        if (known) put(site, { ...known, draft: { ...known.draft, ...to } });
      },
      discard(site) {
        const known = get().sites[site];
        if (known) put(site, { ...known, draft: known.base });
      },
      isPut: (site, base, number) => put(site, { base, number, draft: base }),
    };
  });
