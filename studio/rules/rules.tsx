import { DndContext, type DragEndEvent } from '@dnd-kit/core';
import { arrayMove, SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { type RuleRow, ruleRoutes } from '@kineta/contract';
import { blankRule, lacks, type Rule } from '@kineta/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere, keyOf, queries, useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { useCarrying } from '../ui/carried.ts';
import { Empty } from '../ui/empty.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { RuleEditor } from './editor.tsx';
import { RuleLine } from './line.tsx';
import { namesOf } from './names.ts';
import { RuleSettingProvider } from './setting.ts';
import { useTrial } from './store.ts';
import { Trial } from './trial.tsx';

/** The identity of one that is not kept yet. */
const NEW = 'new';

const freshRule = (rules: readonly RuleRow[]): Rule => {
  const isTaken = (name: string) => rules.some(({ rule }) => rule.name === name);
  const number = [...rules.keys(), rules.length].map(index => index + 1).find(one => !isTaken(`Rule ${one}`));
  return blankRule(`Rule ${number ?? rules.length + 1}`);
};

/** Does something to the rules, and says why it could not be done. */
async function change(work: () => Promise<unknown>): Promise<void> {
  try {
    await work();
  } catch (error) {
    toast.error(sentenceOf(error));
  }
  await changedHere(ruleRoutes.list);
}

const tryOne = (id: string, rule: Rule) => {
  if (!lacks(rule)) void useTrial.getState().try({ id: id === NEW ? null : id, rule });
};

function Listed({ rules }: { rules: readonly RuleRow[] }) {
  const { data } = useRoute(ruleRoutes.list, {});
  const [open, setOpen] = useState<string>();
  const [written, setWritten] = useState<Rule>();
  const names = useMemo(() => (data ? namesOf(data.names, data.rules) : undefined), [data]);
  const setting = useMemo(() => data && { names: data.names, facts: data.facts, rules: data.rules }, [data]);
  const carrying = useCarrying(useCallback((id: string) => rules.find(one => one.id === id)?.rule.name ?? '', [rules]));
  if (!data || !names || !setting) return null;

  const close = () => {
    setOpen(undefined);
    setWritten(undefined);
  };
  const show = (row: RuleRow) => {
    if (open === row.id) return close();
    setOpen(row.id);
    setWritten(row.rule);
    tryOne(row.id, row.rule);
  };
  const keep = async (row: RuleRow | undefined, rule: Rule) => {
    const kept = row
      ? await call(ruleRoutes.change, { params: { id: row.id }, body: { rule, number: row.number } })
      : await call(ruleRoutes.add, { body: { rule, on: !lacks(rule) } });
    await changedHere(ruleRoutes.list);
    setOpen(kept.id);
    setWritten(kept.rule);
    tryOne(kept.id, kept.rule);
  };
  const remove = (row: RuleRow) =>
    change(async () => {
      await call(ruleRoutes.remove, { params: { id: row.id } });
      close();
      const body = { rule: row.rule, on: row.on };
      toast(`“${row.rule.name}” was removed.`, {
        action: { label: 'Undo', onClick: () => void change(() => call(ruleRoutes.add, { body })) },
      });
    });
  // Shown at once as it is to be; read anew when the server has it, or has not.
  const showAtOnce = (next: RuleRow[]) => queries.setQueryData(keyOf(ruleRoutes.list, {}), { ...data, rules: next });
  const switched = (row: RuleRow, on: boolean) => {
    showAtOnce(rules.map(one => (one.id === row.id ? { ...one, on } : one)));
    return change(() => call(ruleRoutes.switch, { params: { id: row.id }, body: { on } }));
  };
  const dropped = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const ids = rules.map(({ id }) => id);
    const next = arrayMove(ids, ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
    showAtOnce(next.flatMap(id => rules.find(one => one.id === id) ?? []));
    void change(() => call(ruleRoutes.order, { body: { ids: next } }));
  };
  const editorFor = (row: RuleRow | undefined, rule: Rule) => (
    <RuleEditor
      rule={rule}
      isNew={!row}
      differs={row !== undefined && JSON.stringify(rule) !== JSON.stringify(row.rule)}
      onChange={setWritten}
      onKeep={next => keep(row, next)}
      onLeave={close}
      onRemove={() => row && void remove(row)}
    />
  );
  return (
    <RuleSettingProvider value={setting}>
      <DndContext {...carrying} onDragEnd={dropped}>
        <SortableContext items={rules.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <ol aria-label="Rules" className="px-3 py-2">
            {rules.map((row, index) => (
              <RuleLine
                key={row.id}
                row={row}
                written={open === row.id && written ? written : row.rule}
                index={index}
                names={names}
                isOpen={open === row.id}
                onOpen={() => show(row)}
                onSwitch={on => switched(row, on)}
              >
                {open === row.id && written ? (
                  <>
                    {editorFor(row, written)}
                    <TryAgain id={row.id} rule={written} />
                  </>
                ) : null}
              </RuleLine>
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      {open === NEW && written ? (
        <section aria-label="A new rule" className="mx-3 mb-3 rounded-lg border border-rule bg-sheet p-4">
          {editorFor(undefined, written)}
          <TryAgain id={NEW} rule={written} />
        </section>
      ) : null}
      <div className="flex flex-wrap items-center gap-3 px-7 py-4">
        <Button
          look={rules.length === 0 ? 'main' : 'plain'}
          disabled={open === NEW}
          onClick={() => {
            setOpen(NEW);
            setWritten(freshRule(rules));
          }}
        >
          New rule
        </Button>
        <span className="text-ink-2">
          Kineta ships six to begin with.{' '}
          <button
            type="button"
            className="text-petrol hover:underline"
            onClick={() => void change(() => call(ruleRoutes.ship, {}))}
          >
            Take in those that are not here
          </button>
        </span>
      </div>
    </RuleSettingProvider>
  );
}

/** What was tried is not as it is written any more. */
function TryAgain({ id, rule }: { id: string; rule: Rule }) {
  const { rule: tried, state } = useTrial();
  if (state === 'trying' || lacks(rule) || JSON.stringify(tried) === JSON.stringify(rule)) return null;
  return (
    <p className="mt-2">
      <Button onClick={() => tryOne(id, rule)}>Try it as it is written here</Button>
    </p>
  );
}

/** What happens by itself, as sentences in their order; beside them what they would have done. */
export default function Rules() {
  const { data, error } = useRoute(ruleRoutes.list, {});
  useEffect(() => {
    document.title = 'Rules · Kineta';
    return () => useTrial.setState({ state: 'none', rule: undefined, id: undefined, cases: [], days: new Map() });
  }, []);
  const names = useMemo(() => (data ? namesOf(data.names, data.rules) : undefined), [data]);
  return (
    <main className="flex h-full flex-col">
      <header className="flex min-h-13 flex-wrap items-center gap-x-4 gap-y-2 border-b border-rule px-6 py-2 max-md:px-4">
        <h1 className="font-script text-xl font-semibold">Rules</h1>
        <span className="font-script text-ink-2 italic">What happens by itself, in this order</span>
        <Button className="ml-auto" onClick={() => void useTrial.getState().try()}>
          Try all on the last 30 days
        </Button>
      </header>
      <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
        <div className="min-w-0 flex-1 lg:overflow-y-auto">
          {error ? (
            <Empty title="The rules cannot be shown">{sentenceOf(error)}</Empty>
          ) : data ? (
            <>
              {data.rules.length === 0 ? (
                <Empty title="No rules yet">
                  A rule looks whether something is so, waits, looks again, and does what you say.
                </Empty>
              ) : null}
              <Listed rules={data.rules} />
            </>
          ) : (
            <Skeleton lines={8} className="p-6" />
          )}
        </div>
        <aside
          aria-label="What they would have done"
          className="w-100 shrink-0 border-l border-rule bg-paper-2 max-lg:w-full max-lg:border-t max-lg:border-l-0 lg:overflow-y-auto"
        >
          {data && names ? <Trial rules={data.rules} names={names} /> : null}
        </aside>
      </div>
    </main>
  );
}
