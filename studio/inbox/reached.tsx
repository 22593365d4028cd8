import type { Entry, Reached } from '@kineta/contract';
import { Check, CheckCheck } from 'lucide-react';
import { entryViewOf } from '../log/entries/registry.ts';
import { Row } from '../log/row.tsx';

/** Whether what was last said to the visitor has reached their browser, and their eyes; nothing once they have written since. */
export function ReachedRow({ entries, reached }: { entries: readonly Entry[]; reached: Reached }) {
  const last = entries.findLast(entry => entryViewOf(entry.kind)?.byVisitor || entryViewOf(entry.kind)?.toVisitor);
  if (!last || !entryViewOf(last.kind)?.toVisitor || reached.has < last.number) return null;
  const seen = reached.seen >= last.number;
  const Mark = seen ? CheckCheck : Check;
  return (
    <Row>
      <p className="flex items-center gap-1 text-xs text-ink-3">
        <Mark className="size-3.5" aria-hidden="true" />
        {seen ? 'Read' : 'Delivered'}
      </p>
    </Row>
  );
}
