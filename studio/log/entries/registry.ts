import type { Entry } from '@kineta/contract';
import type { EntryView } from '../view.ts';
import { answered } from './answered.tsx';
import { asked } from './asked.tsx';
import { blocked, letBack } from './blocked.ts';
import { called } from './called.tsx';
import { charted } from './charted.tsx';
import { corrected, given } from './corrected.ts';
import { emailed } from './emailed.tsx';
import { entered } from './entered.tsx';
import { joinedHere, joinedTo } from './joined.tsx';
import { learnt } from './learnt.tsx';
import { note } from './note.tsx';
import { replied } from './replied.tsx';
import { said } from './said.tsx';
import { showed } from './showed.tsx';
import { told } from './told.tsx';

/** The kinds of entries that are set otherwise than as the sentence that the core has for them. */
const views = [
  entered,
  said,
  showed,
  asked,
  told,
  charted,
  replied,
  answered,
  note,
  learnt,
  corrected,
  given,
  blocked,
  letBack,
  emailed,
  called,
  joinedHere,
  joinedTo,
] as const;

const byKind = new Map<string, unknown>(views.map(view => [view.kind, view]));

/** How an entry is set. Each view stands under its own kind, which is what makes the cast right. */
export function entryViewOf(kind: string): EntryView<Entry['kind']> | undefined {
  return byKind.get(kind) as EntryView<Entry['kind']> | undefined;
}
