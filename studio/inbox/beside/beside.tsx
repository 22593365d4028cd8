import type { ConversationDetail, Entry } from '@kineta/contract';
import { show } from '@kineta/core';
import type { ReactNode } from 'react';
import { useSignedIn } from '../../account/store.ts';
import { shortTime } from '../../ui/time.ts';
import { Part } from './part.tsx';
import { ScoreReasons } from './score.tsx';
import { Way } from './way.tsx';

function Pair({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[6rem_1fr] gap-2 py-0.5">
      <dt className="text-ink-2">{name}</dt>
      <dd className="min-w-0 break-words">{children}</dd>
    </div>
  );
}

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
  const { workspace } = useSignedIn();
  const { conversation, facts, earlier, edition } = detail;
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
      <Part title="Known">
        {facts.length === 0 ? <p className="text-ink-2">Nothing yet.</p> : null}
        <dl>
          {facts.map(({ fact, type, value }) => (
            <Pair key={fact} name={fact}>
              {show(value, type, workspace)}
            </Pair>
          ))}
        </dl>
      </Part>
      <ScoreReasons entries={entries} />
      <Way entries={entries} />
    </aside>
  );
}
