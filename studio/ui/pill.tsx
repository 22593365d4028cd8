import type { ReactNode } from 'react';

const tones = {
  fine: 'bg-moss-2 text-moss',
  waits: 'bg-ochre-2 text-ochre',
  wrong: 'bg-brick-2 text-brick',
  kineta: 'bg-petrol-2 text-petrol',
  neutral: 'bg-paper-2 text-ink-2',
};

/** A short state in its colour. */
export function Pill({ tone, children }: { tone: keyof typeof tones; children: ReactNode }) {
  return (
    <span className={`inline-block rounded-full px-2.5 py-0.5 text-xs whitespace-nowrap ${tones[tone]}`}>
      {children}
    </span>
  );
}
