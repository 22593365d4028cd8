import type { ConversationSummary } from '@kineta/contract';
import { Link } from 'react-router';
import { Pill } from '../ui/pill.tsx';
import { dayAndTime, shortTime, stretch } from '../ui/time.ts';
import { Offered } from './offer.tsx';
import { pick, useInbox } from './store.ts';

/** A conversation as it stands in a list; picked, it is one of several that something is done with at once. */
export function Item({
  conversation,
  chosen,
  now,
}: {
  conversation: ConversationSummary;
  chosen: boolean;
  now: number;
}) {
  const { id, waitingSince, holder } = conversation;
  const waited = waitingSince ? now - Date.parse(waitingSince) : 0;
  const isPicked = useInbox(({ picked }) => picked.has(id));
  const isPicking = useInbox(({ picked }) => picked.size > 0);
  return (
    <div
      className={`group relative h-full border-b border-rule ${isPicked ? 'bg-petrol-2' : chosen ? 'bg-sheet' : 'hover:bg-paper-2'}`}
    >
      <input
        type="checkbox"
        tabIndex={-1}
        aria-label={`Pick ${conversation.visitor}`}
        checked={isPicked}
        onChange={() => pick(id)}
        className={`absolute top-3.5 left-2 z-10 size-3.5 max-md:hidden ${isPicking ? '' : 'opacity-0 group-focus-within:opacity-100 group-hover:opacity-100'}`}
      />
      <Link
        to={`/inbox/${id}`}
        aria-current={chosen}
        className="flex h-full flex-col justify-center pr-4 pl-7 focus-visible:-outline-offset-2 max-md:pl-4"
      >
        <span className="flex items-baseline gap-2">
          <span className={`min-w-0 flex-1 truncate ${conversation.unread > 0 ? 'font-bold' : 'font-semibold'}`}>
            {conversation.visitor}
          </span>
          {conversation.unread > 0 ? (
            <span
              role="img"
              className="rounded-full bg-plum px-1.5 text-xs text-white"
              aria-label={`${conversation.unread} unread`}
            >
              {conversation.unread}
            </span>
          ) : null}
          <span className={`font-mono text-xs whitespace-nowrap ${isPicked ? 'text-ink-2' : 'text-ink-3'}`}>
            {waitingSince ? stretch(waited) : shortTime(conversation.lastAt)}
          </span>
        </span>
        <span className="truncate text-ink-2">{conversation.preview || 'Nothing said yet'}</span>
        <span className="mt-1 flex gap-1.5 overflow-hidden">
          {conversation.urgent ? <Pill tone="wrong">urgent</Pill> : null}
          {conversation.test ? <Pill tone="neutral">a test</Pill> : null}
          {waitingSince ? (
            <Pill tone={waited > 180_000 ? 'wrong' : 'waits'}>waits for {conversation.team ?? 'somebody'}</Pill>
          ) : null}
          <Offered offered={conversation.offered} />
          {holder === 'agent' && conversation.agent ? <Pill tone="neutral">{conversation.agent.name}</Pill> : null}
          {holder !== 'waiting' && conversation.team ? <Pill tone="kineta">{conversation.team}</Pill> : null}
          {holder === 'flow' && conversation.flow ? <Pill tone="kineta">{conversation.flow}</Pill> : null}
          {conversation.back ? <Pill tone="waits">back since {dayAndTime(conversation.back)}</Pill> : null}
          {conversation.later ? <Pill tone="waits">until {dayAndTime(conversation.later)}</Pill> : null}
          {holder === 'done' ? (
            <Pill tone={conversation.outcome ? 'fine' : 'neutral'}>{conversation.outcome ?? 'done'}</Pill>
          ) : null}
          {conversation.tags.map(tag => (
            <Pill key={tag.id} tone="neutral">
              {tag.name}
            </Pill>
          ))}
        </span>
      </Link>
    </div>
  );
}
