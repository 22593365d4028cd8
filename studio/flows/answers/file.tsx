import { FileKind, MOST_MEGABYTES } from '@kineta/core';
import { SmallInput } from '../../ui/field.tsx';
import type { AnswerProps } from './panel.ts';

export function FilePanel({ answer, change }: AnswerProps<'file'>) {
  return (
    <p className="flex flex-wrap items-center gap-x-4 gap-y-1.5 text-ink-2">
      {FileKind.options.map(kind => (
        <label key={kind} className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={answer.kinds.includes(kind)}
            onChange={event => {
              const kinds = event.target.checked ? [...answer.kinds, kind] : answer.kinds.filter(one => one !== kind);
              if (kinds.length > 0) change({ ...answer, kinds });
            }}
          />
          {kind}
        </label>
      ))}
      <span className="flex items-center gap-2">
        of at most
        <SmallInput
          name="Most megabytes"
          type="number"
          min={1}
          max={MOST_MEGABYTES}
          className="w-16"
          value={answer.mostMegabytes}
          onChange={event => {
            const mostMegabytes = Math.max(1, Math.min(MOST_MEGABYTES, Math.round(Number(event.target.value))));
            change({ ...answer, mostMegabytes }, 'most');
          }}
        />
        MB
      </span>
    </p>
  );
}
