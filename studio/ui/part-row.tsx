import type { ReactNode } from 'react';

/** One part of something that is written: what it is called at the left, and what is set at the right. */
export function PartRow({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="flex gap-x-4 gap-y-1 py-1.5 max-md:flex-col">
      <p className="label w-24 shrink-0 pt-1.5 text-ink-2">{name}</p>
      <div className="min-w-0 flex-1 text-[0.8125rem]">{children}</div>
    </div>
  );
}
