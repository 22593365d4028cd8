import type { ConversationDetail, Entry } from '@kineta/contract';
import { Blocking } from './blocking.tsx';
import { Files } from './files.tsx';
import { Known } from './known.tsx';
import { Rules } from './rules.tsx';
import { Same } from './same.tsx';
import { ScoreReasons } from './score.tsx';
import { Tags } from './tags.tsx';
import { Way } from './way.tsx';
import { Earlier, Where } from './where.tsx';

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
  const { conversation } = detail;
  return (
    <aside
      aria-label="What is known"
      className={`w-70 shrink-0 overflow-y-auto border-l border-rule px-4 py-4 max-lg:absolute max-lg:inset-y-0 max-lg:right-0 max-lg:z-20 max-lg:bg-paper max-lg:shadow-xl ${shown ? '' : 'max-lg:hidden'}`}
    >
      <Where detail={detail} />
      <Same detail={detail} />
      <Tags conversation={conversation} />
      <Known detail={detail} />
      <ScoreReasons entries={entries} />
      <Way entries={entries} />
      <Files entries={entries} />
      <Earlier detail={detail} />
      <Rules key={conversation.id} conversation={conversation.id} />
      <Blocking detail={detail} />
    </aside>
  );
}
