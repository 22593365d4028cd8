import { useVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useEffect, useLayoutEffect, useRef } from 'react';
import { type LogLine, LogRow } from './log.tsx';

/** What a line takes until it has been measured, and what stands between two (`gap-3`), in pixels. */
const USUAL_HEIGHT = 52;
const GAP = 12;
/** So near the end one is at it. */
const AT_END = 60;

/**
 * A log as long as it may be: what stands far from what is seen is not on the page. It opens at its end and follows it,
 * unless somebody has gone up to read.
 */
export function LogList({
  name,
  lines,
  visitor,
  follows = true,
  sought,
  className = '',
  children,
}: {
  name: string;
  lines: readonly LogLine[];
  visitor: string;
  /** Whether it is read from its end, as one that goes on. */
  follows?: boolean;
  /** The number of the line that was looked for: it is shown, and marked. */
  sought?: number | undefined;
  className?: string;
  /** What stands after the last line. */
  children?: ReactNode;
}) {
  const list = useRef<HTMLOListElement>(null);
  const isAtEnd = useRef(follows && sought === undefined);
  const rows = useVirtualizer({
    count: lines.length,
    getScrollElement: () => list.current,
    estimateSize: () => USUAL_HEIGHT,
    getItemKey: index => lines[index]![0].number,
    gap: GAP,
    overscan: 30,
  });
  const items = rows.getVirtualItems();
  const before = items[0]?.start ?? 0;
  const after = rows.getTotalSize() - (items.at(-1)?.end ?? 0);

  const place = sought === undefined ? -1 : lines.findIndex(line => line.some(({ number }) => number === sought));
  useEffect(() => {
    if (place < 0) return;
    isAtEnd.current = false;
    rows.scrollToIndex(place, { align: 'center' });
  }, [place, rows]);

  // Each line is an item of the list by itself, so it is measured as it stands there.
  const first = items[0]?.index ?? 0;
  useLayoutEffect(() => {
    const shown = [...(list.current?.querySelectorAll(':scope > li[data-line]') ?? [])];
    for (const [at, row] of shown.slice(0, items.length).entries()) {
      row.setAttribute('data-index', String(first + at));
      row.toggleAttribute('data-sought', first + at === place);
      rows.measureElement(row);
    }
  });

  // Whatever is added below is to be seen, also when it makes room for itself a moment later.
  const total = rows.getTotalSize();
  // biome-ignore lint/correctness/useExhaustiveDependencies: scrolled whenever anything below has changed
  useEffect(() => {
    if (isAtEnd.current) list.current?.scrollTo({ top: list.current.scrollHeight });
  }, [total, children]);

  // It has less room while something is put in below it, and its end is still what is read.
  useEffect(() => {
    const room = new ResizeObserver(() => {
      if (isAtEnd.current) list.current?.scrollTo({ top: list.current.scrollHeight });
    });
    if (list.current) room.observe(list.current);
    return () => room.disconnect();
  }, []);

  return (
    <ol
      ref={list}
      aria-label={name}
      tabIndex={0}
      className={`flex min-h-0 flex-col gap-3 overflow-y-auto [&>li[data-sought]]:rounded-md [&>li[data-sought]]:outline-1 [&>li[data-sought]]:outline-offset-4 [&>li[data-sought]]:outline-petrol ${className}`}
      onScroll={({ currentTarget: { scrollHeight, scrollTop, clientHeight } }) => {
        isAtEnd.current = follows && scrollHeight - scrollTop - clientHeight < AT_END;
      }}
    >
      <li aria-hidden="true" className="-mb-3 shrink-0" style={{ height: before }} />
      {items.map(({ index, key }) => (
        <LogRow key={key} line={lines[index]!} visitor={visitor} />
      ))}
      <li aria-hidden="true" className="-mt-3 shrink-0" style={{ height: after }} />
      {children}
    </ol>
  );
}
