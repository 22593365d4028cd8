import { type TellingRow, tellingRoutes } from '@kineta/contract';
import { blankTelling, type Telling } from '@kineta/core';
import { useState } from 'react';
import { toast } from 'sonner';
import { useSignedIn } from '../account/store.ts';
import { ConditionFactsProvider } from '../conditions/facts.ts';
import { useFactsOfConversations } from '../conditions/of-conversations.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere, useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { OnOff } from '../ui/on-off.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { Direction } from '../ui/words.tsx';
import { alertWordsOf } from './kinds.ts';
import { TellingEditor } from './telling-editor.tsx';
import { type Called, isGone, tellingWords } from './telling-words.ts';

/** The identity of one that is not kept yet. */
const NEW = 'new';

async function change(work: () => Promise<unknown>): Promise<void> {
  try {
    await work();
  } catch (error) {
    toast.error(sentenceOf(error));
  }
  await changedHere(tellingRoutes.list);
}

const nothing: readonly never[] = [];

/** Who is told of what in the whole workspace: each as one sentence, which leads write otherwise where it stands. */
export function ForEverybody() {
  const { member, members, teams } = useSignedIn();
  const { data } = useRoute(tellingRoutes.list, {});
  const [open, setOpen] = useState<{ id: string; telling: Telling }>();
  const conditions = useFactsOfConversations(data?.facts ?? nothing);
  const isLead = member.role === 'lead';
  if (!data) return <Skeleton lines={6} />;

  const called: Called = {
    team: id => teams.find(one => one.id === id)?.name,
    member: id => members.find(one => one.id === id)?.name,
  };
  const keep = async (row: TellingRow | undefined, telling: Telling) => {
    if (row)
      await call(tellingRoutes.change, {
        params: { id: row.id },
        body: { telling, on: row.on, number: row.number },
      });
    else await call(tellingRoutes.add, { body: { telling, on: true } });
    await changedHere(tellingRoutes.list);
    setOpen(undefined);
  };
  const switched = ({ id, telling, number }: TellingRow, on: boolean) =>
    change(() => call(tellingRoutes.change, { params: { id }, body: { telling, on, number } }));
  const remove = ({ id, telling, on }: TellingRow) =>
    change(async () => {
      await call(tellingRoutes.remove, { params: { id } });
      setOpen(undefined);
      toast('Nobody is told of that by this any more.', {
        action: {
          label: 'Undo',
          onClick: () => void change(() => call(tellingRoutes.add, { body: { telling, on } })),
        },
      });
    });
  const editorFor = (row: TellingRow | undefined, telling: Telling) => (
    <TellingEditor
      telling={telling}
      there={{ teams, members }}
      isNew={!row}
      onChange={next => setOpen({ id: row?.id ?? NEW, telling: next })}
      onKeep={next => keep(row, next)}
      onLeave={() => setOpen(undefined)}
      onRemove={() => row && void remove(row)}
    />
  );
  return (
    <ConditionFactsProvider value={conditions}>
      <section aria-label="For everybody">
        {data.tellings.length === 0 ? (
          <Empty title="Nobody is told of anything yet">
            What flows and notes tell still comes to the bell. A sound, a notification or an email comes of what is
            settled here.
          </Empty>
        ) : (
          <ol aria-label="Who is told" className="border-t border-rule">
            {data.tellings.map(row => {
              const isOpen = open?.id === row.id;
              const words = tellingWords(isOpen ? open.telling : row.telling, called);
              return (
                <li
                  key={row.id}
                  className={`flex gap-3 ${isOpen ? 'my-2 rounded-lg border border-rule bg-sheet p-4' : 'border-b border-rule py-3'}`}
                >
                  <div className="min-w-0 flex-1">
                    {isLead ? (
                      <button
                        type="button"
                        aria-expanded={isOpen}
                        className={`block w-full text-left font-script text-[1.0625rem] leading-7 ${row.on || isOpen ? '' : 'text-ink-3'}`}
                        onClick={() => setOpen(isOpen ? undefined : { id: row.id, telling: row.telling })}
                      >
                        <Direction words={words} />
                      </button>
                    ) : (
                      <p className={`font-script text-[1.0625rem] leading-7 ${row.on ? '' : 'text-ink-3'}`}>
                        <Direction words={words} />
                      </p>
                    )}
                    {row.telling.to.some(to => isGone(to, called)) ? (
                      <p className="mt-1 text-[0.8125rem] text-ochre">Whom it names is gone: they are told nothing.</p>
                    ) : null}
                    {isOpen ? editorFor(row, open.telling) : null}
                  </div>
                  {isLead ? (
                    <span className="pt-1.5">
                      <OnOff
                        name={`When ${alertWordsOf(row.telling.of).when}: on`}
                        on={row.on}
                        onSwitch={on => switched(row, on)}
                      />
                    </span>
                  ) : null}
                </li>
              );
            })}
          </ol>
        )}
        {open?.id === NEW ? (
          <section aria-label="Somebody else" className="my-3 rounded-lg border border-rule bg-sheet p-4">
            <p className="font-script text-[1.0625rem] leading-7">
              <Direction words={tellingWords(open.telling, called)} />
            </p>
            {editorFor(undefined, open.telling)}
          </section>
        ) : null}
        {isLead && open?.id !== NEW ? (
          <Button className="mt-4" onClick={() => setOpen({ id: NEW, telling: blankTelling('over') })}>
            Tell somebody else
          </Button>
        ) : null}
      </section>
    </ConditionFactsProvider>
  );
}
