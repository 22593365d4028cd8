import { type FlowSummary, flowRoutes } from '@kineta/contract';
import { MoreHorizontal, Plus } from 'lucide-react';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere, useRoute } from '../shell/query.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button, IconButton } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { Empty } from '../ui/empty.tsx';
import { TextField } from '../ui/field.tsx';
import { Menu } from '../ui/menu.tsx';
import { Pill } from '../ui/pill.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { shortTime, wholeTime } from '../ui/time.ts';
import { countWords } from '../ui/writing.ts';
import { BegunByWords } from './begun-by-words.tsx';
import { NewFlow } from './new-flow.tsx';

const columns =
  'grid grid-cols-[minmax(12rem,2fr)_minmax(10rem,1.4fr)_minmax(8rem,1fr)_7rem_9rem_2rem] items-center gap-4 px-6 max-md:grid-cols-[1fr_auto] max-md:px-4';

function State({ flow }: { flow: FlowSummary }) {
  return (
    <span className="flex flex-wrap gap-1.5">
      {flow.edition ? (
        <Pill tone="fine">Edition {flow.edition.number} is live</Pill>
      ) : (
        <Pill tone="neutral">Never published</Pill>
      )}
      {flow.changes > 0 ? (
        <Pill tone="waits">
          Draft: {flow.changes} {flow.changes === 1 ? 'change' : 'changes'}
        </Pill>
      ) : null}
    </span>
  );
}

/** Asks for another name for a flow. */
function NameDialog({
  title,
  initial,
  action,
  onClose,
  onName,
}: {
  title: string;
  initial: string;
  action: string;
  onClose: () => void;
  onName: (name: string) => Promise<void>;
}) {
  const { register, submit, watch, mistake, mistakeAt } = useSentForm(
    flowRoutes.rename.body,
    { name: initial },
    async ({ name }) => {
      await onName(name);
      onClose();
    },
  );
  return (
    <Dialog title={title} open onClose={onClose}>
      <form onSubmit={submit} className="space-y-4">
        <TextField
          label="Name"
          mistake={mistakeAt('name') ?? mistake}
          maxLength={100}
          autoFocus
          {...register('name')}
        />
        <div className="flex justify-end gap-2">
          <Button look="quiet" onClick={onClose}>
            Cancel
          </Button>
          <Button look="main" type="submit" disabled={watch('name').trim() === ''}>
            {action}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

export default function FlowList() {
  const navigate = useNavigate();
  const { data, error } = useRoute(flowRoutes.list, {});
  const flows = data?.flows;
  const mistake = error && !flows ? sentenceOf(error) : '';
  const [naming, setNaming] = useState<'new' | FlowSummary>();
  const [begun, setBegun] = useState<FlowSummary>();
  const file = useRef<HTMLInputElement>(null);

  const attempt = async (work: () => Promise<unknown>) => {
    try {
      await work();
      await changedHere(flowRoutes.list);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  const remove = (flow: FlowSummary) =>
    attempt(async () => {
      await call(flowRoutes.remove, { params: { id: flow.id } });
      toast(`“${flow.name}” was deleted.`, {
        duration: 10_000,
        action: { label: 'Undo', onClick: () => attempt(() => call(flowRoutes.restore, { params: { id: flow.id } })) },
      });
    });
  const open = (chosen: File | undefined) =>
    chosen &&
    attempt(async () => {
      const flow = await call(flowRoutes.create, { body: { file: await chosen.text() } });
      toast(`“${flow.name}” was read from ${chosen.name}.`);
    });

  return (
    <main className="flex h-full flex-col">
      <header className="flex min-h-13 items-center gap-3 border-b border-rule px-6 max-md:px-4">
        <h1 className="font-script text-xl font-semibold">Flows</h1>
        <input
          ref={file}
          type="file"
          accept=".json,application/json"
          hidden
          onChange={event => open(event.target.files?.[0])}
        />
        <Button className="ml-auto" onClick={() => file.current?.click()}>
          Open a file…
        </Button>
        <Button look="main" onClick={() => setNaming('new')}>
          <Plus className="size-4" aria-hidden="true" /> New flow
        </Button>
      </header>
      {mistake ? (
        <p role="alert" className="px-6 py-3 text-brick">
          {mistake}
        </p>
      ) : null}
      {!flows ? (
        mistake ? null : (
          <Skeleton lines={6} className="p-6" />
        )
      ) : flows.length === 0 ? (
        <Empty title="No flows yet">
          A flow greets visitors, asks them what you need to know, and fetches a person when one is needed. Begin with
          “New flow”.
        </Empty>
      ) : (
        <div className="min-h-0 flex-1 overflow-y-auto">
          <div className={`${columns} label border-b border-rule py-2 text-ink-2 max-md:hidden`}>
            <span>Name</span>
            <span>State</span>
            <span>Meets visitors of</span>
            <span className="text-right">28 days</span>
            <span>Changed</span>
            <span />
          </div>
          <ul>
            {flows.map(flow => (
              <li key={flow.id} className={`${columns} min-h-16 border-b border-rule py-2 hover:bg-sheet`}>
                <div className="min-w-0">
                  <Link
                    to={`/flows/${flow.id}`}
                    className="block truncate font-script text-base font-semibold hover:underline"
                  >
                    {flow.name}
                  </Link>
                  <p className="text-xs text-ink-2">
                    {flow.scenes} {flow.scenes === 1 ? 'scene' : 'scenes'}, {flow.steps}{' '}
                    {flow.steps === 1 ? 'step' : 'steps'}
                  </p>
                </div>
                <State flow={flow} />
                <span className="truncate max-md:hidden">
                  {flow.sites.length > 0 ? flow.sites.join(', ') : <span className="text-ink-3">nobody yet</span>}
                </span>
                <span className="text-right max-md:hidden">
                  <span className="font-mono">{countWords(flow.conversations)}</span>
                  <span className="block text-xs text-ink-2">
                    {flow.conversations === 1 ? 'conversation' : 'conversations'}
                  </span>
                </span>
                <span className="text-ink-2 max-md:hidden">
                  <time dateTime={flow.updatedAt} title={wholeTime(flow.updatedAt)}>
                    {shortTime(flow.updatedAt)}
                  </time>
                  {flow.updatedBy ? <span className="block truncate text-xs">{flow.updatedBy}</span> : null}
                </span>
                <Menu
                  items={[
                    { label: 'Read it whole', onSelect: () => void navigate(`/flows/${flow.id}/reading`) },
                    { label: 'Rename…', onSelect: () => setNaming(flow) },
                    ...(flow.edition ? [{ label: 'Words that begin it…', onSelect: () => setBegun(flow) }] : []),
                    {
                      label: 'Clone',
                      onSelect: () => attempt(() => call(flowRoutes.create, { body: { from: flow.id } })),
                    },
                    {
                      label: 'Save as a file',
                      onSelect: () => location.assign(flowRoutes.file.path.replace(':id', flow.id)),
                    },
                    { label: 'Delete', onSelect: () => remove(flow), danger: true },
                  ]}
                >
                  <IconButton name={`More for ${flow.name}`}>
                    <MoreHorizontal className="size-4" aria-hidden="true" />
                  </IconButton>
                </Menu>
              </li>
            ))}
          </ul>
        </div>
      )}
      {begun ? <BegunByWords flow={begun} onClose={() => setBegun(undefined)} /> : null}
      {naming === 'new' ? (
        <NewFlow onClose={() => setNaming(undefined)} />
      ) : naming ? (
        <NameDialog
          title={`Rename “${naming.name}”`}
          initial={naming.name}
          action="Rename"
          onClose={() => setNaming(undefined)}
          onName={async name => {
            await call(flowRoutes.rename, { params: { id: naming.id }, body: { name } });
            await changedHere(flowRoutes.list);
          }}
        />
      ) : null}
    </main>
  );
}
