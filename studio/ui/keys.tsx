const isMac = /mac/i.test(navigator.platform);

/** How a key is called on this machine. `Mod` is Ctrl, or ⌘ on a Mac. */
export function keyName(key: string): string {
  if (key === 'Mod') return isMac ? '⌘' : 'Ctrl';
  if (key === 'Alt') return isMac ? '⌥' : 'Alt';
  return key;
}

/** Keys that are pressed together. */
export function Keys({ keys }: { keys: readonly string[] }) {
  return (
    <span className="inline-flex gap-1">
      {keys.map(key => (
        <kbd key={key} className="rounded border border-rule bg-paper px-1.5 font-mono text-xs leading-5 text-ink-2">
          {keyName(key)}
        </kbd>
      ))}
    </span>
  );
}
