import type { Entry } from '@kineta/contract';
import { answered } from './answered.tsx';
import { asked } from './asked.tsx';
import { charted } from './charted.tsx';
import { done, handedOver, taken } from './held.tsx';
import { ledToPage } from './led-to-page.tsx';
import { replied } from './replied.tsx';
import { said } from './said.tsx';
import { showed } from './showed.tsx';
import { told } from './told.tsx';
import type { EntryView } from './view.ts';

/** Every kind of entry that visitors see. */
const views = [said, showed, asked, told, charted, replied, answered, ledToPage, handedOver, taken, done] as const;

const byKind = new Map<string, unknown>(views.map(view => [view.kind, view]));

/** How an entry is shown. Each view stands under its own kind, which is what makes the cast right. */
export function entryViewOf(entry: Entry): EntryView<Entry['kind']> | undefined {
  return byKind.get(entry.kind) as EntryView<Entry['kind']> | undefined;
}

/** Who speaks in an entry, to set the name once for several lines. */
export function voiceOf(entry: Entry | undefined): string {
  return entry ? (entryViewOf(entry)?.voice?.(entry) ?? entry.kind) : '';
}
