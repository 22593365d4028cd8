const isMac = /mac/i.test(navigator.platform);

const names: Readonly<Record<string, string>> = {
  Mod: isMac ? '⌘' : 'Ctrl',
  Alt: isMac ? '⌥' : 'Alt',
  ArrowUp: '↑',
  ArrowDown: '↓',
  ArrowLeft: '←',
  ArrowRight: '→',
  Escape: 'Esc',
};

/** How a key is called on this machine. `Mod` is Ctrl, or ⌘ on a Mac. */
export function keyName(key: string): string {
  return names[key] ?? key;
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
