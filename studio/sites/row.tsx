import type { ReactNode } from 'react';

/** What a box looks like that something is written in or chosen from. */
export const box =
  'w-full min-h-8 rounded-md border border-rule bg-sheet px-2.5 py-1 focus:border-petrol focus:outline-2 focus:outline-petrol-2 aria-invalid:border-brick';

/** A part of what a room settles, with its values below each other. */
export function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section aria-label={name} className="border-b border-rule py-4 first:pt-0 last:border-0">
      <h2 className="mb-2.5 text-xs font-semibold tracking-wide text-ink-2 uppercase">{name}</h2>
      <div className="space-y-2">{children}</div>
    </section>
  );
}

/** A value with its name at its left; what is wrong with it, or what it means, below. */
export function Row({
  label,
  id,
  mistake,
  says,
  children,
}: {
  label: string;
  /** Of the input that the name is for; without, it names a group. */
  id?: string | undefined;
  mistake?: string | undefined;
  says?: ReactNode;
  children: ReactNode;
}) {
  return (
    <div className="grid grid-cols-[7.25rem_1fr] items-start gap-x-3">
      {id ? (
        <label htmlFor={id} className="pt-1.5">
          {label}
        </label>
      ) : (
        <span className="pt-1.5">{label}</span>
      )}
      <div className="min-w-0">
        {children}
        {mistake ? (
          <p id={id ? `${id}-mistake` : undefined} role="alert" className="mt-1 text-brick">
            {mistake}
          </p>
        ) : says ? (
          <p className="mt-1 text-[0.8125rem] text-ink-2">{says}</p>
        ) : null}
      </div>
    </div>
  );
}
