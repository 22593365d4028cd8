import type { ConversationDetail } from '@kineta/contract';
import { Link } from 'react-router';
import { shortTime } from '../../ui/time.ts';
import { useConversation } from '../conversation-store.ts';
import { Pair } from './pair.tsx';
import { Part } from './part.tsx';

/** So many pages of the way stand there, the last ones. */
const MOST = 8;

/** Where the visitor is, or was last, and the pages on which they had the chat. */
export function Where({ detail: { conversation, trail, edition } }: { detail: ConversationDetail }) {
  const here = useConversation(state => state.here);
  const before = trail.slice(0, -1).slice(-MOST).reverse();
  return (
    <Part title="Where they are">
      <dl>
        <Pair name={here ? 'Now on' : 'Last on'}>{trail.at(-1)?.page ?? conversation.page}</Pair>
        {before.length > 0 ? (
          <Pair name="Before on">
            <ol className="space-y-0.5">
              {before.map(({ page, at }) => (
                <li key={at} className="flex justify-between gap-2">
                  <span className="min-w-0 break-words">{page}</span>
                  <span className="font-mono text-xs text-ink-3">{shortTime(at)}</span>
                </li>
              ))}
            </ol>
          </Pair>
        ) : null}
        <Pair name="Came">{shortTime(conversation.startedAt)}</Pair>
        {conversation.flow ? <Pair name="Flow">{`${conversation.flow}, edition ${edition ?? '–'}`}</Pair> : null}
      </dl>
    </Part>
  );
}

/** The conversations that the visitor had before, and the files that they sent in this one. */
export function Earlier({ detail: { earlier, before } }: { detail: ConversationDetail }) {
  if (before.length === 0) return null;
  return (
    <Part title={earlier > before.length ? `Earlier, ${earlier} in all` : 'Earlier'}>
      <ul aria-label="Earlier conversations">
        {before.map(({ id, at, preview, outcome }) => (
          <li key={id}>
            <Link to={`/inbox/${id}`} className="block rounded px-1 py-0.5 hover:bg-paper-2">
              <span className="flex justify-between gap-2">
                <span className="min-w-0 truncate">{preview || 'Nothing said'}</span>
                <span className="font-mono text-xs whitespace-nowrap text-ink-3">{shortTime(at)}</span>
              </span>
              {outcome ? <span className="text-xs text-ink-2">{outcome}</span> : null}
            </Link>
          </li>
        ))}
      </ul>
    </Part>
  );
}
