import { type ReactNode, useId } from 'react';

/** A list of Today under its heading, with how many there are. */
export function DayList({
  title,
  count,
  nothing,
  children,
}: {
  title: string;
  count: string | number;
  /** What is said when there is none. */
  nothing?: string;
  children: ReactNode;
}) {
  const id = useId();
  return (
    <section aria-labelledby={id} className="mb-6">
      <div className="flex items-baseline justify-between border-b border-rule pb-1.5">
        <h2 id={id} className="text-xs font-semibold tracking-wider text-ink-2 uppercase">
          {title}
        </h2>
        <span className="font-mono text-xs text-ink-2">{count}</span>
      </div>
      {count === 0 && nothing ? <p className="py-2.5 text-ink-2">{nothing}</p> : null}
      <ul aria-labelledby={id}>{children}</ul>
    </section>
  );
}

/** A row of it, with a figure in front. */
export function DayRow({ mark, children }: { mark: ReactNode; children: ReactNode }) {
  return (
    <li className="flex items-start gap-3 border-b border-rule py-2.5">
      <span className="w-14 shrink-0 font-mono text-ochre">{mark}</span>
      {children}
    </li>
  );
}
