import { type FlowSummary, questionRoutes } from '@kineta/contract';
import { Link, useNavigate } from 'react-router';
import { sentenceOf } from '../shell/api.ts';
import { useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { Pill } from '../ui/pill.tsx';
import { Skeleton } from '../ui/skeleton.tsx';

/** By which words of visitors a flow begins, and behind which answers it has a button: they stand among the answers. */
export function BegunByWords({ flow, onClose }: { flow: FlowSummary; onClose: () => void }) {
  const navigate = useNavigate();
  const { data, error } = useRoute(questionRoutes.list, {});
  const leading = (data?.articles ?? [])
    .filter(({ flows }) => flows.includes(flow.id))
    .toSorted((one, other) => Number(other.atOnce) - Number(one.atOnce));
  return (
    <Dialog
      open
      title={`Words that begin “${flow.name}”`}
      description="What visitors write, in these words or others that mean the same, whatever was asked just then."
      onClose={onClose}
    >
      {error ? (
        <p role="alert" className="text-brick">
          {sentenceOf(error)}
        </p>
      ) : data ? null : (
        <Skeleton lines={3} />
      )}
      {data && leading.length === 0 ? <p className="text-ink-2">Nothing that visitors write begins it yet.</p> : null}
      <ul aria-label="Words that begin it" className="max-h-[50vh] divide-y divide-rule overflow-y-auto">
        {leading.map(({ id, question, wordings, atOnce, draft }) => (
          <li key={id} className="flex flex-wrap items-baseline gap-2 py-2">
            <Link to={`/questions/${id}`} className="min-w-0 font-script font-semibold hover:underline">
              {question}
            </Link>
            <span className="text-[0.8125rem] text-ink-2">
              {wordings === 0 ? '' : wordings === 1 ? 'and another wording' : `and ${wordings} other wordings`}
            </span>
            <span className="ml-auto flex gap-1">
              {draft ? <Pill tone="waits">to check</Pill> : null}
              <Pill tone="neutral">{atOnce ? 'at once' : 'by a button'}</Pill>
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-4 flex gap-2">
        <Button
          look="main"
          onClick={() => void navigate(`/questions/new?${new URLSearchParams({ begins: flow.id, as: flow.name })}`)}
        >
          New words
        </Button>
        <Button onClick={onClose}>Close</Button>
      </p>
    </Dialog>
  );
}
