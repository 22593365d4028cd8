import type { AskedOutcome } from '@kineta/core';
import { Pill } from '../ui/pill.tsx';

const tones: Record<AskedOutcome, 'fine' | 'waits' | 'wrong' | 'neutral'> = {
  right: 'fine',
  wrong: 'wrong',
  'asked back': 'neutral',
  'asked back in vain': 'waits',
  'honestly unknown': 'fine',
  missed: 'waits',
};

/** What becomes of an example, or how many come to it. */
export function Outcome({ of, count }: { of: AskedOutcome; count?: number }) {
  return <Pill tone={tones[of]}>{count === undefined ? of : `${count} ${of}`}</Pill>;
}
