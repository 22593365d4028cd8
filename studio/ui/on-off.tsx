import { useState } from 'react';

/** Switches something of a list on and off, with everything kept. It moves at once, and back when that could not be done. */
export function OnOff({
  name,
  on,
  onSwitch,
}: {
  name: string;
  on: boolean;
  /** Ends when it is done, and known to be. */
  onSwitch: (on: boolean) => unknown;
}) {
  /** As it is to be, until that is so. */
  const [wished, setWished] = useState<boolean>();
  const shown = wished ?? on;
  const change = async (to: boolean) => {
    setWished(to);
    await onSwitch(to);
    setWished(undefined);
  };
  return (
    <label className="flex items-center gap-1.5 font-mono text-xs text-ink-2">
      {shown ? 'on' : 'off'}
      <input
        type="checkbox"
        role="switch"
        aria-checked={shown}
        aria-label={name}
        className="size-4 accent-petrol"
        checked={shown}
        onChange={event => void change(event.target.checked)}
      />
    </label>
  );
}
