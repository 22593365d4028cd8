import type { ReactNode } from 'react';

/** What the flow says, under the name that it speaks under. */
export function Spoken({ speaker, children }: { speaker: string; children: ReactNode }) {
  return (
    <div>
      <p className="label text-petrol">{speaker}</p>
      {children}
    </div>
  );
}

/** What is told beside the conversation, in a small hand. */
export function Aside({ children }: { children: ReactNode }) {
  return <p className="text-xs text-ink-3">{children}</p>;
}
