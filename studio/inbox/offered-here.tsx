import { Link, useMatch } from 'react-router';
import { useSignedIn } from '../account/store.ts';
import { useNow } from './offer.tsx';
import { useConversations } from './store.ts';

/** Who is offered to whoever sits here, and for how long still; the longest waiting of them, with how many more there are. */
export function OfferedHere({ className }: { className: string }) {
  const { member } = useSignedIn();
  const open = useMatch('/inbox/:id')?.params.id;
  const { conversations = [] } = useConversations('waiting');
  const offers = conversations.filter(({ id, offered }) => offered?.member.id === member.id && id !== open);
  const now = useNow(offers.length > 0);
  const still = offers.filter(({ offered }) => Date.parse(offered!.until) > now);
  const [first, ...more] = still;
  return (
    <div role="status" className={className}>
      {first ? (
        <Link
          to={`/inbox/${first.id}`}
          className="block bg-gold px-3 py-2 text-[0.8125rem] leading-snug text-night md:rounded-lg"
        >
          <span className="flex items-baseline gap-2 font-semibold">
            <span className="min-w-0 flex-1 truncate">{first.visitor}</span>
            {/* A clock is not to be read aloud every second. */}
            <span className="font-mono text-xs" aria-hidden="true">
              {Math.ceil((Date.parse(first.offered!.until) - now) / 1_000)} s
            </span>
          </span>
          <span className="block">is offered to you{more.length > 0 ? `, and ${more.length} more` : ''}</span>
        </Link>
      ) : null}
    </div>
  );
}
