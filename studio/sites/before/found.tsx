import type { BeforeFinding } from '@kineta/core';

/** What was found at a place: what stands in the way, and what could be better. */
export function Found({ found }: { found: readonly BeforeFinding[] }) {
  return found.map(({ code, level, sentence }) => (
    <p
      key={`${code}${sentence}`}
      role={level === 'problem' ? 'alert' : undefined}
      className={`mt-1 text-[0.8125rem] ${level === 'problem' ? 'text-brick' : 'text-ochre'}`}
    >
      {sentence}
    </p>
  ));
}
