import { type ReactNode, useState } from 'react';
import { suggestionKeys } from './suggestion-keys.ts';

/** What can be put in for what is being written; which of it stands first in line for Enter. */
export interface Suggestions<T> {
  all: readonly T[];
  at: number;
  /** Takes a key that is meant for them; whether it was. */
  press(event: React.KeyboardEvent): boolean;
}

/**
 * Goes through what is suggested with the keys, while one writes on.
 * @param about what it is suggested for: another begins with the first again, and one that was put away stays so
 */
export function useSuggestions<T>(
  about: string | undefined,
  all: readonly T[],
  onPick: (one: T) => void,
): Suggestions<T> {
  const [state, setState] = useState<{ about: string | undefined; at: number; away: boolean }>({
    about,
    at: 0,
    away: false,
  });
  const now = state.about === about ? state : { about, at: 0, away: false };
  const shown = about === undefined || now.away ? [] : all;
  const at = Math.min(now.at, shown.length - 1);
  return {
    all: shown,
    at,
    press(event) {
      const key = shown.length === 0 ? undefined : suggestionKeys.pressed(event);
      if (!key) return false;
      event.preventDefault();
      if (key === 'pick') onPick(shown[at]!);
      else if (key === 'away') setState({ about, at: 0, away: true });
      else setState({ about, at: (at + (key === 'down' ? 1 : shown.length - 1)) % shown.length, away: false });
      return true;
    },
  };
}

/** What is suggested, above where one writes. */
export function SuggestionList<T>({
  name,
  suggestions: { all, at },
  keyOf,
  onPick,
  children,
}: {
  name: string;
  suggestions: Suggestions<T>;
  keyOf: (one: T) => string;
  onPick: (one: T) => void;
  children: (one: T) => ReactNode;
}) {
  if (all.length === 0) return null;
  return (
    <ul
      aria-label={name}
      className="appear mb-2 max-h-64 overflow-y-auto rounded-lg border border-rule bg-sheet p-1 shadow-lg"
    >
      {all.map((one, index) => (
        <li key={keyOf(one)}>
          <button
            type="button"
            aria-current={index === at}
            ref={button => {
              if (index === at) button?.scrollIntoView({ block: 'nearest' });
            }}
            className="block w-full rounded px-3 py-1.5 text-left hover:bg-paper-2 aria-[current=true]:bg-petrol-2"
            onClick={() => onPick(one)}
          >
            {children(one)}
          </button>
        </li>
      ))}
    </ul>
  );
}
