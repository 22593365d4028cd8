import type { Entry } from '@kineta/contract';
import { entryWords } from '@kineta/core';
import { memo } from 'react';
import { entryViewOf } from './entries/registry.ts';
import { useReader } from './reader.ts';
import { DirectionRow } from './row.tsx';

/** One line of a log as it is set: an entry, or several that stand together. */
export type LogLine = readonly [Entry, ...Entry[]];

/** The lines that entries make. */
export function logLines(entries: readonly Entry[]): LogLine[] {
  const lines: Array<[Entry, ...Entry[]]> = [];
  for (const entry of entries) {
    const view = entryViewOf(entry.kind);
    if (view?.hidden) continue;
    const before = lines.at(-1);
    if (view?.together && before?.[0].kind === entry.kind) before.push(entry);
    else lines.push([entry]);
  }
  return lines;
}

/** One line of the conversation, set as the play that it is. */
export const LogRow = memo(Line, (before, after) => {
  const same = (entry: Entry, index: number): boolean => entry === after.line[index];
  return before.visitor === after.visitor && before.line.length === after.line.length && before.line.every(same);
});

function Line({ line, visitor }: { line: LogLine; visitor: string }) {
  const reader = useReader();
  const [entry] = line;
  const { Row } = entryViewOf(entry.kind) ?? {};
  if (Row) return <Row entries={line as never} visitor={visitor} />;
  return <DirectionRow at={entry.at}>{entryWords(entry, reader)}</DirectionRow>;
}
