import { type Entry, Problem, type RecordedPage, replayRoutes } from '@kineta/contract';
import {
  type Difference,
  differenceWords,
  type EntryBody,
  entriesOf,
  type Flow,
  findStep,
  lineText,
  type Recorded,
  type RehearsalStage,
  replay,
  repliedWith,
} from '@kineta/core';
import { expose } from 'comlink';

/** A conversation that would have gone otherwise. */
export interface Differing {
  id: string;
  name: string;
  startedAt: number;
  differences: Difference['differs'][];
  /** The same, as sentences. */
  sentences: string[];
}

/** How far a replay has come, and what it found since it was last told. */
export interface Progress {
  all: number;
  done: number;
  found: Differing[];
}

/** Conversations played at a stretch, so that a wish to stop is heard in between. */
const STRETCH = 100;

let draft: Flow;
let stage: RehearsalStage;
let turn = 0;
const kept = new Map<string, Recorded>();

/** A page of what was recorded. It is read here, so that the studio never waits for so much to be parsed. */
async function read(flow: string, after: string | undefined): Promise<RecordedPage> {
  const path = replayRoutes.recorded.path.replace(':id', flow);
  const response = await fetch(after === undefined ? path : `${path}?after=${after}`);
  if (!response.ok) throw new Error(Problem.parse(await response.json()).detail);
  return replayRoutes.recorded.reply.parse(await response.json());
}

const work = {
  /**
   * Plays the draft over all that was recorded, and tells as it goes.
   * @returns whether it came to its end; not when it was stopped, or another was begun
   */
  async run(flow: string, of: Flow, on: RehearsalStage, tell: (progress: Progress) => void): Promise<boolean> {
    const mine = ++turn;
    draft = of;
    stage = on;
    kept.clear();
    let done = 0;
    let after: string | undefined;
    do {
      const page = await read(flow, after);
      const question = (step: string): string => {
        const now = findStep(draft, step)?.step;
        const words = now && 'line' in now ? lineText(now.line) : page.questions[step];
        return `“${words || 'a question'}”`;
      };
      for (let from = 0; from < page.conversations.length; from += STRETCH) {
        if (mine !== turn) return false;
        const stretch = page.conversations.slice(from, from + STRETCH);
        const found = stretch.flatMap((recorded): Differing[] => {
          const { differences } = replay(draft, recorded, stage);
          if (differences.length === 0) return [];
          kept.set(recorded.id, recorded);
          const { id, name, startedAt } = recorded;
          return [
            {
              id,
              name,
              startedAt,
              differences: [...new Set(differences.map(({ differs }) => differs))],
              sentences: differences.map(difference => differenceWords(difference, question)),
            },
          ];
        });
        done += stretch.length;
        tell({ all: page.all, done, found });
        await new Promise(resolve => setTimeout(resolve));
      }
      after = page.next ?? undefined;
    } while (after !== undefined);
    return mine === turn;
  },

  stop(): void {
    turn++;
  },

  /** A differing conversation as the draft would have led it, line by line. */
  show(id: string): Entry[] {
    const recorded = kept.get(id);
    if (!recorded) return [];
    const entries: Entry[] = [];
    let at = new Date(recorded.startedAt).toISOString();
    const write = (body: EntryBody): void => {
      entries.push({ number: entries.length + 1, at, ...body });
    };
    for (const { reply, acts } of replay(draft, recorded, stage).exchanges) {
      if (reply) {
        at = new Date(reply.at).toISOString();
        write(repliedWith(reply, `replayed-${entries.length}`));
      }
      for (const body of entriesOf(acts, draft.speaker)) write(body);
    }
    return entries;
  },
};
export type ReplayWork = typeof work;
expose(work);
