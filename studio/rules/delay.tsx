import type { Delay } from '@kineta/core';
import { AddButton } from '../ui/add-button.tsx';
import { DurationInput } from '../ui/duration-input.tsx';
import { Select } from '../ui/field.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';

/** For how long something has to be so, or nothing of that. */
export function DelayInput({
  name,
  delay,
  usual,
  stays = false,
  onSet,
}: {
  name: string;
  delay: Delay | null;
  usual: Delay;
  /** Whether there is always one. */
  stays?: boolean;
  onSet: (delay: Delay | null) => void;
}) {
  if (!delay) return <AddButton onClick={() => onSet(usual)}>At once; wait first</AddButton>;
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      <DurationInput name={name} value={delay.for} onSet={length => onSet({ ...delay, for: length })} />
      <Select
        name={`${name}: counted`}
        value={delay.open ? 'open' : 'clock'}
        onChange={event => onSet({ for: delay.for, ...(event.target.value === 'open' ? { open: true } : {}) })}
      >
        <option value="clock">by the clock</option>
        <option value="open">of opening time</option>
      </Select>
      {stays ? null : <RemoveButton name={`${name}: at once`} onClick={() => onSet(null)} />}
    </span>
  );
}
