import { type Step, stepKinds } from '@kineta/core';
import { useEffect, useRef, useState } from 'react';
import { viewOf } from './steps/registry.ts';

/** The kinds of steps, opened by `/`: type to narrow, arrows and Enter to pick, Escape to go back. */
export function StepMenu({
  onPick,
  onBack,
  onLeave,
}: {
  onPick: (kind: Step['kind']) => void;
  /** Back to the line that it was opened from. */
  onBack: () => void;
  /** The focus went elsewhere. */
  onLeave: () => void;
}) {
  const [search, setSearch] = useState('');
  const [at, setAt] = useState(0);
  const box = useRef<HTMLDivElement>(null);
  const wanted = search.trim().toLowerCase();
  const named = (kind: (typeof stepKinds)[number]): string => viewOf(kind.kind).name.toLowerCase();
  // Who types a verb means that kind; what only speaks of it comes after.
  const offered = stepKinds
    .filter(kind => `${named(kind)} ${kind.purpose.toLowerCase()}`.includes(wanted))
    .toSorted((a, b) => Number(named(b).startsWith(wanted)) - Number(named(a).startsWith(wanted)));
  const chosen = offered[Math.min(at, offered.length - 1)];
  useEffect(() => {
    void box.current?.scrollIntoView({ block: 'nearest' });
  }, []);
  return (
    <div
      ref={box}
      role="group"
      aria-label="A step of another kind"
      className="appear relative z-20 mt-1 w-84 max-w-full rounded-lg border border-rule bg-sheet p-1.5 shadow-lg"
      onBlur={event => !event.currentTarget.contains(event.relatedTarget) && onLeave()}
    >
      <input
        autoFocus
        aria-label="Kind of step"
        role="combobox"
        aria-expanded="true"
        aria-controls="step-kinds"
        aria-activedescendant={chosen ? `kind-${chosen.kind.replace(' ', '-')}` : undefined}
        placeholder="Which kind of step?"
        value={search}
        onChange={event => {
          setSearch(event.target.value);
          setAt(0);
        }}
        onKeyDown={event => {
          const move = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
          if (move) setAt((Math.min(at, offered.length - 1) + move + offered.length) % offered.length);
          else if (event.key === 'Enter' && chosen) onPick(chosen.kind);
          else if (event.key === 'Escape' || (event.key === 'Backspace' && search === '')) onBack();
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
        className="mb-1 w-full rounded-md px-2 py-1.5 outline-none"
      />
      <div id="step-kinds" role="listbox" aria-label="Kinds of steps">
        {offered.map(kind => (
          // biome-ignore lint/a11y/useKeyWithClickEvents: the keys are on the combobox above
          <div
            key={kind.kind}
            id={`kind-${kind.kind.replace(' ', '-')}`}
            role="option"
            aria-selected={kind === chosen}
            onMouseDown={event => event.preventDefault()}
            onClick={() => onPick(kind.kind)}
            className={`flex items-baseline gap-2 rounded-md px-2 py-1.5 ${kind === chosen ? 'bg-petrol-2' : ''}`}
          >
            <b className="w-20 shrink-0 font-semibold">{viewOf(kind.kind).name}</b>
            <span className="text-ink-2">{kind.purpose}</span>
          </div>
        ))}
        {offered.length === 0 ? <p className="px-2 py-1.5 text-ink-2">No kind is called that.</p> : null}
      </div>
    </div>
  );
}
