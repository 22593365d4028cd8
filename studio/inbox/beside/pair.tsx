import type { ReactNode } from 'react';

/** A name, and what it is. */
export function Pair({
  name,
  isTall = false,
  children,
}: {
  name: string;
  /** What it is stands below, where it needs the whole width. */
  isTall?: boolean;
  children: ReactNode;
}) {
  return (
    <div className={`gap-2 py-0.5 ${isTall ? '' : 'grid grid-cols-[6rem_1fr]'}`}>
      <dt className="text-ink-2">{name}</dt>
      <dd className="min-w-0 break-words">{children}</dd>
    </div>
  );
}
