import type { DeedOf } from '@kineta/core';
import { SmallInput } from '../../ui/field.tsx';
import type { DeedProps, DeedView } from './view.ts';

function Outcome({ deed, onSet }: DeedProps<DeedOf<'close'>>) {
  return (
    <SmallInput
      name="Outcome"
      className="w-48"
      placeholder="outcome, if it has none"
      value={deed.outcome ?? ''}
      maxLength={40}
      onChange={event => onSet({ deed: deed.deed, ...(event.target.value ? { outcome: event.target.value } : {}) })}
    />
  );
}

export const closeView: DeedView<DeedOf<'close'>> = { deed: 'close', name: 'close it', Setting: Outcome };
