import type { Entry } from '@kineta/contract';
import { signed } from '@kineta/core';
import { Part } from './part.tsx';

/** Why the visitor’s score is what it is, told by what added to it. */
export function ScoreReasons({ entries }: { entries: readonly Entry[] }) {
  const scores = entries.filter(entry => entry.kind === 'scored');
  if (scores.length === 0) return null;
  return (
    <Part title="Why this score">
      <ul>
        {scores.map(score => (
          <li key={score.number} className="grid grid-cols-[2.75rem_1fr] gap-2 py-0.5">
            <span className="text-right font-mono text-xs">{signed(score.points)}</span>
            <span className="min-w-0 break-words">{score.reason || score.fact}</span>
          </li>
        ))}
      </ul>
    </Part>
  );
}
