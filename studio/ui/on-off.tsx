/** Switches something of a list on and off, with everything kept. */
export function OnOff({ name, on, onSwitch }: { name: string; on: boolean; onSwitch: (on: boolean) => void }) {
  return (
    <label className="flex items-center gap-1.5 font-mono text-xs text-ink-2">
      {on ? 'on' : 'off'}
      <input
        type="checkbox"
        role="switch"
        aria-checked={on}
        aria-label={name}
        className="size-4 accent-petrol"
        checked={on}
        onChange={event => onSwitch(event.target.checked)}
      />
    </label>
  );
}
