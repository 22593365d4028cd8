import { PagePattern, withBelow } from '@kineta/core';
import { useId, useState } from 'react';
import { AddButton } from '../../../ui/add-button.tsx';
import type { PartProps, PartView } from './view.ts';

/** Pages, one below the other. A path may mean all below it as well. */
export function Patterns({
  label,
  usual,
  patterns,
  onSet,
}: {
  label: string;
  usual: string;
  patterns: readonly string[];
  onSet: (patterns: string[]) => void;
}) {
  const id = useId();
  // As it is written; empty lines are no pages, and stay while one writes.
  const [text, setText] = useState(patterns.join('\n'));
  const write = (next: string) => {
    setText(next);
    onSet(next.split('\n').flatMap(line => line.trim() || []));
  };
  const wrong = patterns.find(pattern => !PagePattern.safeParse(pattern).success);
  const last = patterns.at(-1);
  const canWiden = last !== undefined && /^\/[A-Za-z0-9/_.~-]+$/.test(last) && last !== '/';
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-ink-2">
        {label}
      </label>
      <textarea
        id={id}
        rows={1}
        value={text}
        placeholder={usual}
        aria-invalid={wrong !== undefined || undefined}
        className="w-full rounded-md border border-rule bg-sheet px-2.5 py-1 font-mono text-[0.8125rem] [field-sizing:content] aria-invalid:border-brick"
        onChange={event => write(event.target.value)}
      />
      {wrong !== undefined ? (
        <p role="alert" className="mt-1 text-brick">
          “{wrong}” is no page: {PagePattern.safeParse(wrong).error?.issues[0]?.message}
        </p>
      ) : canWiden ? (
        <AddButton
          onClick={() => write([...patterns.slice(0, -1), withBelow(last)].join('\n'))}
        >{`${last} and all below it`}</AddButton>
      ) : null}
    </div>
  );
}

function Pages({ set, onSet }: PartProps<'pages'>) {
  return (
    <div className="grid grid-cols-2 gap-3 max-md:grid-cols-1">
      <Patterns label="On" usual="any page" patterns={set.on} onSet={on => onSet({ ...set, on })} />
      <Patterns label="But not on" usual="/help" patterns={set.off} onSet={off => onSet({ ...set, off })} />
    </div>
  );
}

export const pagesView: PartView<'pages'> = { part: 'pages', name: 'Pages', offered: 'some pages', Setting: Pages };
