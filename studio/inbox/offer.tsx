import type { ConversationSummary } from '@kineta/contract';
import { useEffect, useState } from 'react';
import { useSignedIn } from '../account/store.ts';
import { Pill } from '../ui/pill.tsx';

/** Now, once a second while that makes a difference. */
export function useNow(ticking: boolean): number {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    if (!ticking) return;
    const timer = setInterval(() => setNow(Date.now()), 1_000);
    return () => clearInterval(timer);
  }, [ticking]);
  return now;
}

/** To whom somebody who waits is offered, and for how long still. */
export function Offered({ offered }: Pick<ConversationSummary, 'offered'>) {
  const { member } = useSignedIn();
  const now = useNow(offered !== null);
  const left = offered ? Math.ceil((Date.parse(offered.until) - now) / 1_000) : 0;
  if (!offered || left <= 0) return null;
  return offered.member.id === member.id ? (
    <Pill tone="wrong">offered to you, {left} s</Pill>
  ) : (
    <Pill tone="neutral">offered to {offered.member.name}</Pill>
  );
}
