import { availabilityRoutes, type MemberAvailability } from '@kineta/contract';
import { useEffect } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere, isStale, useRoute } from '../shell/query.ts';
import { useSignedIn } from './store.ts';

/** How often it is looked who takes chats, in milliseconds: colleagues come, go and fill up without a word. */
const LOOKED_EVERY = 20_000;

/** Whether each member takes chats, looked at again every so often. */
export function useAvailabilities(): readonly MemberAvailability[] | undefined {
  const { data } = useRoute(availabilityRoutes.list, {});
  useEffect(() => {
    const timer = setInterval(() => void isStale(availabilityRoutes.list), LOOKED_EVERY);
    return () => clearInterval(timer);
  }, []);
  return data;
}

/** What is said of somebody who takes chats, or does not. */
export const availabilityWords: Record<MemberAvailability['availability'], string> = {
  'takes chats': 'takes chats',
  away: 'away',
  'not here': 'not here',
  idle: 'away from the desk',
  'out of hours': 'out of hours',
  full: 'has no room',
};

function mine({ availability, away, holds, most }: MemberAvailability): string {
  if (away) return 'You are away';
  if (availability === 'full') return `You have ${holds} of ${most} chats`;
  if (availability === 'out of hours') return 'Out of your hours';
  return 'You take chats';
}

/** Whether one takes chats oneself, switched where it is read. */
export function Taking() {
  const { member } = useSignedIn();
  const own = useAvailabilities()?.find(known => known.member === member.id);
  if (!own) return null;
  const change = async () => {
    try {
      await call(availabilityRoutes.change, { body: { away: !own.away } });
      await changedHere(availabilityRoutes.list);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <button
      type="button"
      role="switch"
      aria-checked={!own.away}
      aria-label="Take chats"
      title={own.away ? 'Take chats again' : 'Take none for now'}
      className="flex min-h-6 items-center gap-1.5 text-left hover:underline max-md:min-h-10"
      onClick={change}
    >
      <i
        aria-hidden="true"
        className={`size-2 shrink-0 rounded-full ${own.away ? 'border border-night-3' : 'bg-gold'}`}
      />
      {mine(own)}
    </button>
  );
}
