import { Printer } from 'lucide-react';
import { useEffect } from 'react';
import { Link, useParams } from 'react-router';
import { Button } from '../../ui/button.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';
import { beginningOf } from '../beginning.ts';
import { useDraft } from '../draft/draft.ts';
import { ReadOnly } from '../lines/read-only.ts';
import { viewOf } from '../steps/registry.ts';

const nothing = () => {};
const noKeys = {};

/** A flow as a whole, all scenes on one continuous page, to be read, printed or saved as PDF for whoever has to approve it. */
export default function Reading() {
  const { id = '' } = useParams();
  const flow = useDraft(state => (state.detail?.id === id ? state.flow : undefined));
  const mistake = useDraft(state => state.mistake);
  const { open } = useDraft.getState();
  useEffect(() => open(id), [id, open]);
  if (!flow)
    return mistake ? (
      <p role="alert" className="p-8 text-brick">
        {mistake}
      </p>
    ) : (
      <Skeleton lines={8} className="p-8" />
    );
  return (
    <main className="h-full overflow-auto print:overflow-visible">
      <div className="mx-auto my-4 max-w-[44rem] rounded border border-rule bg-sheet px-8 py-6 print:m-0 print:max-w-none print:border-0 print:bg-transparent print:p-0">
        <header className="flex flex-wrap items-baseline gap-3 border-b border-rule pb-3">
          <h1 className="font-script text-2xl font-semibold">{flow.name}</h1>
          <span className="ml-auto flex items-center gap-2 print:hidden">
            <Link to={`/flows/${id}`} className="text-petrol hover:underline">
              Back to writing
            </Link>
            <Button onClick={() => print()}>
              <Printer className="size-4" aria-hidden="true" /> Print, or save as PDF
            </Button>
          </span>
        </header>
        <ReadOnly value={true}>
          {flow.scenes.map((scene, place) => (
            <section key={scene.id} className="mt-7">
              <header className="break-after-avoid">
                <h2 className="text-[0.9375rem] font-semibold tracking-[0.02em] uppercase">
                  {place + 1} · {scene.title}
                </h2>
                <p className="font-script text-sm text-ink-2 italic">{beginningOf(flow, scene)}</p>
              </header>
              <ol className="mt-3 space-y-3.5" aria-label={`Steps of ${scene.title}`}>
                {scene.steps.map((step, index) => {
                  const { Body } = viewOf(step.kind);
                  return (
                    <li key={step.id} className="grid break-inside-avoid grid-cols-[2.25rem_1fr]">
                      <span className="mt-0.5 font-mono text-xs text-ink-3">{index + 1}</span>
                      <div className="min-w-0">
                        <Body step={step} selected={false} change={nothing} keys={noKeys} speaker={flow.speaker} />
                        {step.note ? (
                          <p className="mt-1.5 border-l-2 border-ochre bg-ochre-2 px-2 py-1 text-[0.8125rem] text-ochre">
                            {step.note}
                          </p>
                        ) : null}
                      </div>
                    </li>
                  );
                })}
              </ol>
            </section>
          ))}
        </ReadOnly>
      </div>
    </main>
  );
}
