import type { ReactNode } from 'react';

/** A titled part of what stands beside a conversation. */
export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mb-5">
      <h3 className="label mb-1.5 text-ink-2">{title}</h3>
      {children}
    </section>
  );
}
