import type { ReactNode } from 'react';
import { clockTime, longestClock, wholeTime } from '../ui/time.ts';

/** How a speaker’s words are set. */
export const script = 'font-script text-base leading-[1.45]';

/** Text as it was typed; nothing in it is ever read as markup. */
export function Typed({ children }: { children: string }) {
  return <p className="whitespace-pre-wrap [overflow-wrap:anywhere]">{children}</p>;
}

/** One line of a log, with its time at the left. */
export function Row({ at, children }: { at?: string; children: ReactNode }) {
  return (
    <li data-line className="flex items-baseline gap-2">
      <span
        className="min-w-13 shrink-0 text-right font-mono text-xs whitespace-nowrap text-ink-3"
        style={{ width: `${longestClock()}ch` }}
      >
        {at ? (
          <time dateTime={at} title={wholeTime(at)}>
            {clockTime(at)}
          </time>
        ) : null}
      </span>
      <div className="min-w-0 flex-1">{children}</div>
    </li>
  );
}

/** What happened, told as a stage direction. */
export function DirectionRow({ at, children }: { at: string; children: ReactNode }) {
  return (
    <Row at={at}>
      <p className="font-script text-ink-2 italic">{children}</p>
    </Row>
  );
}

/** What the flow said, or a rule, under the name that they speak under. */
export function FlowRow({
  at,
  speaker,
  by = 'flow',
  children,
}: {
  at: string;
  speaker: string;
  by?: 'flow' | 'rule';
  children: ReactNode;
}) {
  return (
    <Row at={at}>
      <p className="label text-petrol">
        {speaker} · {by}
      </p>
      {children}
    </Row>
  );
}

/** The pictures of something that was said, if it has any. */
export function Pictures({ pictures }: { pictures: ReadonlyArray<{ src: string; alt: string }> | undefined }) {
  if (!pictures) return null;
  return (
    <div className="my-1 flex flex-wrap gap-1.5">
      {pictures.map(({ src, alt }) => (
        <img key={src} src={src} alt={alt} className="max-h-40 rounded" />
      ))}
    </div>
  );
}
