import { compare, type Flow, isSame, type SceneChange, type StepChange, type Stretch } from '@kineta/core';
import { useMemo } from 'react';
import { Pill } from '../../ui/pill.tsx';
import { viewOf } from '../steps/registry.ts';

/** A sentence of two versions: what has gone is struck, what is new is underlined, each said to screen readers. */
function Marked({ stretches }: { stretches: readonly Stretch[] }) {
  return (
    <>
      {stretches.map(({ text, only }, index) =>
        only === 'before' ? (
          <del key={index} className="rounded-xs bg-brick-2 text-brick">
            {text}
          </del>
        ) : only === 'after' ? (
          <ins key={index} className="rounded-xs bg-moss-2 text-moss decoration-1 underline-offset-3">
            {text}
          </ins>
        ) : (
          <span key={index}>{text}</span>
        ),
      )}
    </>
  );
}

const tones = {
  new: 'fine',
  deleted: 'wrong',
  moved: 'neutral',
  reworded: 'kineta',
  'leads elsewhere': 'waits',
  'set otherwise': 'neutral',
} as const;

function ExitWords({ label, before, after }: StepChange['exits'][number]) {
  if (before === undefined)
    return (
      <>
        <b>{label}</b> is new, and leads to {after}.
      </>
    );
  if (after === undefined)
    return (
      <>
        <b>{label}</b> is gone; it led to {before}.
      </>
    );
  return (
    <>
      <b>{label}</b> now leads to {after}, and led to {before}.
    </>
  );
}

function StepRow({ change, onOpen }: { change: StepChange; onOpen: ((step: string) => void) | undefined }) {
  const gone = change.what.includes('deleted');
  const name = `Step ${change.number}: ${viewOf(change.kind).name}`;
  return (
    <li className="grid grid-cols-[2.25rem_1fr] py-2.5">
      {onOpen && !gone ? (
        <button
          type="button"
          aria-label={name}
          className="self-start justify-self-center rounded px-1 font-mono text-xs text-ink-3 hover:bg-petrol-2 hover:text-petrol"
          onClick={() => onOpen(change.step)}
        >
          {change.number}
        </button>
      ) : (
        <span className="justify-self-center font-mono text-xs text-ink-3">
          <span className="sr-only">{name}</span>
          <span aria-hidden="true">{gone ? '–' : change.number}</span>
        </span>
      )}
      <div className="min-w-0">
        <p className="flex flex-wrap gap-1.5">
          {change.what.map(what => (
            <Pill key={what} tone={tones[what]}>
              {what}
              {what === 'moved' && change.cameFrom ? ` here from “${change.cameFrom}”` : ''}
            </Pill>
          ))}
        </p>
        <p className="mt-1 font-script text-base leading-[1.5] [overflow-wrap:anywhere]">
          <Marked stretches={change.sentence} />
        </p>
        {change.exits.length > 0 ? (
          <ul className="mt-1 space-y-0.5 text-[0.8125rem] text-ink-2">
            {change.exits.map((exit, index) => (
              <li key={index}>
                <ExitWords {...exit} />
              </li>
            ))}
          </ul>
        ) : null}
      </div>
    </li>
  );
}

function SceneRows({ change, onOpen }: { change: SceneChange; onOpen: ((step: string) => void) | undefined }) {
  return (
    <section className="mt-6 first:mt-0">
      <h3 className="flex items-baseline gap-2 border-b border-rule pb-1 font-script text-lg font-semibold">
        <span>
          <Marked stretches={change.title} />
        </span>
        {change.what ? <Pill tone={tones[change.what]}>{change.what}</Pill> : null}
      </h3>
      <ol className="divide-y divide-rule">
        {change.steps.map(step => (
          <StepRow key={step.step} change={step} onOpen={onOpen} />
        ))}
      </ol>
    </section>
  );
}

/** Two versions of a flow side by side in one text, as an editor marks a manuscript. */
export function ComparedFlows({
  before,
  after,
  onOpen,
}: {
  before: Flow;
  after: Flow;
  /** Opens a step of the later version, when that is the draft. */
  onOpen?: ((step: string) => void) | undefined;
}) {
  const compared = useMemo(() => compare(before, after), [before, after]);
  if (isSame(compared)) return <p className="py-6 text-ink-2">These two are the same, word for word.</p>;
  const { name, speaker, facts, scenes } = compared;
  return (
    <div>
      {name.length + speaker.length + facts.length > 0 ? (
        <ul className="mb-5 list-inside list-disc space-y-1">
          {name.length > 0 ? (
            <li>
              The flow is called <Marked stretches={name} />.
            </li>
          ) : null}
          {speaker.length > 0 ? (
            <li>
              It speaks as <Marked stretches={speaker} />.
            </li>
          ) : null}
          {facts.map(fact => (
            <li key={fact}>{fact}</li>
          ))}
        </ul>
      ) : null}
      {scenes.map(scene => (
        <SceneRows key={scene.scene} change={scene} onOpen={onOpen} />
      ))}
    </div>
  );
}
