import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import { create } from 'zustand';

const KEPT = 'kineta-hints';

function read(): string[] {
  try {
    return JSON.parse(localStorage.getItem(KEPT) ?? '[]') as string[];
  } catch {
    return [];
  }
}

const useHints = create<{ gone: string[] }>(() => ({ gone: read() }));

/** A hint has been taken, or is not wanted: it does not come back in this browser. */
export function dismissHint(id: string): void {
  const { gone } = useHints.getState();
  if (gone.includes(id)) return;
  const next = [...gone, id];
  useHints.setState({ gone: next });
  localStorage.setItem(KEPT, JSON.stringify(next));
}

/** What somebody who is here for the first time would like to know, until they have read it or done it. */
export function Hint({ id, className = '', children }: { id: string; className?: string; children: ReactNode }) {
  const isGone = useHints(state => state.gone.includes(id));
  if (isGone) return null;
  return (
    <p
      className={`flex items-start gap-2 rounded-md border border-petrol-2 bg-petrol-3 py-1.5 pr-1.5 pl-3 text-[0.8125rem] text-petrol ${className}`}
    >
      <span className="min-w-0 flex-1 py-0.5">{children}</span>
      <button
        type="button"
        aria-label="Do not show this hint again"
        title="Do not show this hint again"
        className="grid size-6 shrink-0 place-items-center rounded hover:bg-petrol-2"
        onClick={() => dismissHint(id)}
      >
        <X className="size-3.5" aria-hidden="true" />
      </button>
    </p>
  );
}
