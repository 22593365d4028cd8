import type { DeedOf } from '@kineta/core';
import { SmallInput } from '../../ui/field.tsx';
import type { DeedProps, DeedView } from './view.ts';

function Address({ deed, onSet }: DeedProps<DeedOf<'service'>>) {
  return (
    <span className="flex min-w-0 flex-1 flex-col gap-0.5">
      <SmallInput
        name="Address"
        type="url"
        className="w-full max-w-md"
        placeholder="https://"
        value={deed.url}
        maxLength={1_000}
        onChange={event => onSet({ ...deed, url: event.target.value.trim() })}
      />
      <span className="text-xs text-ink-3">
        It is sent, as JSON, which rule it is, the conversation and what is known.
      </span>
    </span>
  );
}

export const serviceView: DeedView<DeedOf<'service'>> = { deed: 'service', name: 'call a service', Setting: Address };
