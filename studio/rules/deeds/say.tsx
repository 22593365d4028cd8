import type { DeedOf } from '@kineta/core';
import { TextArea } from '../../ui/field.tsx';
import { Places } from './places.tsx';
import type { DeedProps, DeedView } from './view.ts';

function Line({ deed, onSet }: DeedProps<DeedOf<'say'>>) {
  const { written, ...rest } = deed;
  return (
    <div className="w-full max-w-lg space-y-1">
      <TextArea
        label="What is said"
        value={deed.text}
        maxLength={2_000}
        onChange={event => onSet({ ...deed, text: event.target.value })}
      />
      <Places also="A paragraph of which something is not known is left out." />
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          checked={written === true}
          onChange={event => onSet({ ...rest, ...(event.target.checked ? { written: true as const } : {}) })}
        />
        Only to who has written something
      </label>
    </div>
  );
}

export const sayView: DeedView<DeedOf<'say'>> = { deed: 'say', name: 'say something', Setting: Line };
