import { Plus } from 'lucide-react';

/** Adds one more to a list, below it. */
export function AddButton({
  children,
  tone = 'petrol',
  onClick,
}: {
  children: string;
  /** Plum for what the visitor sees to answer with. */
  tone?: 'petrol' | 'plum';
  onClick: () => void;
}) {
  return (
    <button
      type="button"
      className={`flex min-h-6 items-center gap-1 rounded px-1 hover:underline ${tone === 'plum' ? 'text-plum' : 'text-petrol'}`}
      onClick={onClick}
    >
      <Plus className="size-3.5" aria-hidden="true" /> {children}
    </button>
  );
}
