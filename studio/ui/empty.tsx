import type { ReactNode } from 'react';

/** What to do next, where there is nothing yet. */
export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="mx-auto max-w-sm px-6 py-14 text-center">
      <p className="font-script text-lg font-semibold">{title}</p>
      <div className="mt-1.5 text-ink-2">{children}</div>
    </div>
  );
}
