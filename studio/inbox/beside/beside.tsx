import type { ConversationDetail, Entry } from '@kineta/contract';
import { shortTime } from '../../ui/time.ts';
import { Blocking } from './blocking.tsx';
import { Known } from './known.tsx';
import { Pair } from './pair.tsx';
import { Part } from './part.tsx';
import { ScoreReasons } from './score.tsx';
import { Tags } from './tags.tsx';
import { Way } from './way.tsx';

/** What stands beside a conversation: where the visitor is, what is known, and the way they came. */
export function Beside({
  detail,
  entries,
  shown,
}: {
  detail: ConversationDetail;
  entries: readonly Entry[];
  shown: boolean;
}) {
  const { conversation, earlier, edition } = detail;
  return (
    <aside
      aria-label="What is known"
      className={`w-70 shrink-0 overflow-y-auto border-l border-rule px-4 py-4 max-lg:absolute max-lg:inset-y-0 max-lg:right-0 max-lg:z-20 max-lg:bg-paper max-lg:shadow-xl ${shown ? '' : 'max-lg:hidden'}`}
    >
      <Part title="Where they are">
        <dl>
          <Pair name="Page">{conversation.page}</Pair>
          <Pair name="Came">{shortTime(conversation.startedAt)}</Pair>
          <Pair name="Before">{earlier === 0 ? 'first conversation' : `${earlier} earlier`}</Pair>
          {conversation.flow ? <Pair name="Flow">{`${conversation.flow}, edition ${edition ?? '–'}`}</Pair> : null}
        </dl>
      </Part>
      <Tags conversation={conversation} />
      <Known detail={detail} />
      <ScoreReasons entries={entries} />
      <Way entries={entries} />
      <Blocking detail={detail} />
    </aside>
  );
}
