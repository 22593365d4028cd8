import type { DeedOf } from '@kineta/core';
import { SmallInput } from '../../ui/field.tsx';
import type { DeedProps, DeedView } from './view.ts';

function Question({ deed, onSet }: DeedProps<DeedOf<'rate'>>) {
  const { email, ...rest } = deed;
  return (
    <span className="flex min-w-0 flex-1 flex-col gap-1">
      <SmallInput
        name="The question"
        className="w-full max-w-md"
        placeholder="How did it go?"
        value={deed.text}
        maxLength={500}
        onChange={event => onSet({ ...deed, text: event.target.value })}
      />
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          checked={email === true}
          onChange={event => onSet({ ...rest, ...(event.target.checked ? { email: true as const } : {}) })}
        />
        By email as well, where their address is known
      </label>
      <span className="text-xs text-ink-3">
        Once in a conversation; good, so-so or not good, and then a word about it.
      </span>
    </span>
  );
}

export const rateView: DeedView<DeedOf<'rate'>> = { deed: 'rate', name: 'ask how it went', Setting: Question };
