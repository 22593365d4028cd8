import { type BroughtPart, questionRoutes } from '@kineta/contract';
import { create } from 'zustand';
import { call, sentenceOf } from '../shell/api.ts';

/** What documents may end in. */
export const DOCUMENTS = '.html,.htm,.md,.markdown,.docx,.pdf,.csv,.tsv,.txt,.json,.jsonld';

interface Found {
  /** How it is called where that is another name than it was asked for by. */
  source?: string;
  parts: BroughtPart[];
  left: number;
}

interface BringingState {
  state: 'none' | 'reading' | 'read' | 'failed';
  name: string;
  parts: readonly BroughtPart[];
  /** How many were found that are not told of. */
  left: number;
  /** The places of those that are to be taken in. */
  chosen: ReadonlySet<number>;
  mistake: string;
  read(file: File): Promise<void>;
  readPage(address: string): Promise<void>;
  /** Looks through what the pages of a site answer that were read. */
  readSite(id: string, name: string): Promise<void>;
  /** Has something read, under the name that what is taken in is from. */
  begin(name: string, reading: () => Promise<Found>): Promise<void>;
  choose(at: number, chosen: boolean): void;
  leave(): void;
}

const none = { state: 'none' as const, name: '', parts: [], left: 0, chosen: new Set<number>(), mistake: '' };

/** What was found in a document, looked through before any of it counts. */
export const useBringing = create<BringingState>((set, get) => ({
  ...none,
  read: file =>
    get().begin(file.name, () => {
      const raw = new Blob([file], { type: 'application/octet-stream' });
      return call(questionRoutes.read, { query: { name: file.name }, raw });
    }),
  readSite: (id, name) => get().begin(name, () => call(questionRoutes.siteFound, { params: { id } })),
  readPage: address => get().begin(address, () => call(questionRoutes.readPage, { body: { address } })),
  async begin(name, reading) {
    const parts: BroughtPart[] = [];
    set({ ...none, state: 'reading', name, parts });
    const isMine = () => get().parts === parts;
    try {
      const found = await reading();
      if (!isMine()) return;
      if (found.source !== undefined) set({ name: found.source });
      // What asks and is new or otherwise is proposed; what is like another, or a passage, is a matter of looking.
      const chosen = found.parts.flatMap(({ kind, state }, at) =>
        kind === 'pair' && (state === 'new' || state === 'changed') ? [at] : [],
      );
      set({ state: 'read', parts: found.parts, left: found.left, chosen: new Set(chosen) });
    } catch (error) {
      if (isMine()) set({ state: 'failed', mistake: sentenceOf(error) });
    }
  },
  choose: (at, chosen) =>
    set(state => {
      const next = new Set(state.chosen);
      if (chosen) next.add(at);
      else next.delete(at);
      return { chosen: next };
    }),
  leave: () => set(none),
}));
