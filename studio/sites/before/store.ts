import { BeforeChat, type BeforeFinding, beforeFindings } from '@kineta/core';
import { create } from 'zustand';

/** What is asked as it is on the site, how often that was changed, and as it is being written. */
interface Writing {
  base: BeforeChat;
  number: number;
  draft: BeforeChat;
}

interface BeforeStore {
  /** By site. What was begun stays when one looks elsewhere in the studio. */
  sites: Readonly<Record<string, Writing>>;
  /** Takes up what is on the site; what was begun is kept, on top of it. */
  takeUp(site: string, base: BeforeChat, number: number): void;
  write(site: string, to: Partial<BeforeChat>): void;
  discard(site: string): void;
  isPut(site: string, base: BeforeChat, number: number): void;
}

export const isChanged = ({ base, draft }: Writing): boolean => JSON.stringify(base) !== JSON.stringify(draft);

export const useBefore = create<BeforeStore>((set, get) => {
  const put = (site: string, writing: Writing) => set({ sites: { ...get().sites, [site]: writing } });
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

/** What of it cannot be asked like that, or could be better, by the identity of a detail or the name of a part. */
export function foundIn(draft: BeforeChat, language: string): BeforeFinding[] {
  const read = BeforeChat.safeParse(draft);
  const unread = (read.error?.issues ?? []).map(({ path: [part, at], message }): BeforeFinding => {
    const detail = part === 'details' && typeof at === 'number' ? draft.details[at]?.id : undefined;
    return { code: 'empty line', level: 'problem', at: detail ?? String(part), sentence: message };
  });
  return [...unread, ...beforeFindings(read.data ?? draft, language)];
}
