import type { ConversationDetail, Entry } from '@kineta/contract';
import { show, signed } from '@kineta/core';
import type { ReactNode } from 'react';
import { useSignedIn } from '../account/store.ts';
import { shortTime, stretch } from '../ui/time.ts';

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mb-5">
      <h3 className="label mb-1.5 text-ink-2">{title}</h3>
      {children}
    </section>
  );
}

function Pair({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[6rem_1fr] gap-2 py-0.5">
      <dt className="text-ink-2">{name}</dt>
      <dd className="min-w-0 break-words">{children}</dd>
    </div>
  );
}

/** The scenes the visitor came through, with how long each took. */
function way(entries: readonly Entry[]): Array<{ number: number; title: string; took: number }> {
  const scenes = entries.filter(entry => entry.kind === 'entered');
  const end = entries.at(-1)?.at;
  return scenes.map((scene, index) => ({
    number: scene.number,
    title: scene.title,
    took: Date.parse(scenes[index + 1]?.at ?? end ?? scene.at) - Date.parse(scene.at),
  }));
}

/** What stands beside a conversation: where the visitor is, what is known, and the way they came. */
export function Beside({ detail, entries, shown }: { detail: ConversationDetail; entries: Entry[]; shown: boolean }) {
  const { workspace } = useSignedIn();
  const { conversation, facts, earlier, edition } = detail;
  const scenes = way(entries);
  const scores = entries.filter(entry => entry.kind === 'scored');
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
      {scores.length > 0 ? (
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
      ) : null}
      {scenes.length > 0 ? (
        <Part title="Way through the flow">
          <ol className="ml-1 border-l border-petrol-2">
            {scenes.map(scene => (
              <li key={scene.number} className="relative flex justify-between gap-2 py-0.5 pl-4">
                <i className="absolute top-2.5 -left-1 size-2 rounded-full bg-petrol" aria-hidden="true" />
                <span className="truncate">{scene.title}</span>
                <span className="font-mono text-xs text-ink-3">{stretch(scene.took)}</span>
              </li>
            ))}
          </ol>
        </Part>
      ) : null}
    </aside>
  );
}
