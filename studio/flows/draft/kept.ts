import { Edit } from '@kineta/core';
import { z } from 'zod';

/** A place of the draft: a scene, and the step that was open there, if any was. */
const Place = z.object({ scene: z.string(), step: z.string() });
export type Place = z.infer<typeof Place>;

/** One thing to undo, or to do again. */
export interface Change {
  undo: Edit[];
  redo: Edit[];
  /** What was edited, for joining changes: a step’s identity and part. */
  at: string;
  time: number;
  /** Where the lead was; not known of what an earlier version kept. */
  place?: Place | undefined;
}

/** What this browser keeps of a draft: what was written and is not saved yet, and what can be undone. */
export interface Kept {
  unsaved: readonly Edit[];
  past: readonly Change[];
  future: readonly Change[];
}

const Edits = z.array(Edit);
const Changes: z.ZodType<Change[]> = z.array(
  z.object({ undo: Edits, redo: Edits, at: z.string(), time: z.number(), place: Place.optional() }),
);
const Kept: z.ZodType<Kept> = z.object({ unsaved: Edits, past: Changes, future: Changes });

const WRITE_AFTER = 300;
/** Browsers keep about five million characters for a site. */
const MOST = 1_000_000;

const keptUnder = (flow: string): string => `kineta.draft.${flow}`;

const pending = new Map<string, () => Kept>();
let timer: ReturnType<typeof setTimeout> | undefined;

function put(flow: string, kept: Kept): void {
  const nothing = kept.unsaved.length + kept.past.length + kept.future.length === 0;
  if (nothing) {
    localStorage.removeItem(keptUnder(flow));
    return;
  }
  let text = JSON.stringify(kept);
  for (let undone = kept.past.length; text.length > MOST && undone > 0; undone = Math.floor(undone / 2))
    text = JSON.stringify({ ...kept, past: kept.past.slice(-Math.floor(undone / 2)), future: [] });
  try {
    localStorage.setItem(keptUnder(flow), text);
  } catch {
    // A full storage only means that closing the page before the save would lose the last words.
  }
}

/** Writes down at once what waits to be; for when the page goes away. */
export function keepNow(): void {
  clearTimeout(timer);
  for (const [flow, take] of pending) put(flow, take());
  pending.clear();
}

/** Keeps what there is of a draft, a moment later: writing it down at every key would be felt. */
export function keep(flow: string, take: () => Kept): void {
  pending.set(flow, take);
  clearTimeout(timer);
  timer = setTimeout(keepNow, WRITE_AFTER);
}

/** What was kept of a draft, from before the page was closed or the server went away. */
export function keptOf(flow: string): Kept {
  try {
    return Kept.parse(JSON.parse(localStorage.getItem(keptUnder(flow)) ?? 'null'));
  } catch {
    return { unsaved: [], past: [], future: [] };
  }
}
