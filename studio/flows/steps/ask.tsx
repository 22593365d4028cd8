import { type Answer, type AnswerType, type Ask, answerKindOf, answerKinds, isEmptyLine } from '@kineta/core';
import { Select } from '../../ui/field.tsx';
import { blankAnswer } from '../answers/blank.ts';
import { panelOf } from '../answers/registry.ts';
import { ComesFirst } from '../comes-first.tsx';
import { useDraft } from '../draft/draft.ts';
import { FactSelect } from '../facts.tsx';
import { LineField } from '../lines/line-field.tsx';
import { useWorld } from '../rehearsal/stage.ts';
import { WaySelect } from '../way-select.tsx';
import { isKept } from '../workplace.ts';
import { SpokenLine } from './spoken-line.tsx';
import type { StepProps, StepView } from './view.ts';

function useTitle(): (scene: string | undefined) => string {
  const scenes = useDraft(state => state.flow?.scenes);
  return scene =>
    scene === undefined ? '' : (scenes?.find(({ id }) => id === scene)?.title ?? 'a scene that is not there');
}

/** What the visitor may pick, on the visitor’s side of the page, each with where it leads. */
function Picks({ answer }: { answer: Answer }) {
  const title = useTitle();
  const world = useWorld();
  const chip = 'rounded-[14px_14px_2px_14px] border border-plum-3 bg-white px-3 py-0.5 font-script text-plum';
  const kind = answerKindOf(answer.type);
  const otherwise = kind.otherwise?.(answer);
  if (!kind.exits) {
    const { choices = [] } = kind.shown(answer, world);
    return (
      <div className="mt-2 flex flex-wrap justify-end gap-2">
        {choices.map(choice => (
          <span key={choice.id} className={chip}>
            {choice.label || '…'}
          </span>
        ))}
      </div>
    );
  }
  return (
    <div className="mt-2.5">
      <p className="label mb-1.5 text-right text-plum">The visitor picks</p>
      <ul className="space-y-1.5">
        {kind.labels?.(answer).map(choice => (
          <li key={choice.id} className="flex items-center justify-end gap-2.5">
            {choice.to ? <span className="text-xs font-semibold">→ {title(choice.to)}</span> : null}
            <span className={chip}>{choice.label || '…'}</span>
          </li>
        ))}
        {otherwise ? (
          <li className="text-right text-xs text-ink-2">
            anything else typed → <b className="font-semibold text-ink">{title(otherwise.to) || 'carries on'}</b>
          </li>
        ) : null}
      </ul>
    </div>
  );
}

/** From the question on to what can be picked. @returns whether anything can be */
function goToFirstChoice(step: string): boolean {
  const first = document.querySelector<HTMLElement>(`#step-${CSS.escape(step)} [data-choice]`);
  first?.focus();
  return first !== null;
}

function Body({ step, change, keys, speaker, selected }: StepProps<Ask>) {
  const title = useTitle();
  return (
    <SpokenLine
      label={`${speaker} asks for ${answerKindOf(step.answer.type).asksFor}`}
      step={step.id}
      name="Question"
      line={step.line}
      placeholder="What shall be asked?"
      selected={selected}
      keys={{ ...keys, onTab: () => goToFirstChoice(step.id) }}
      onChange={line => change({ ...step, line }, 'line')}
    >
      <Picks answer={step.answer} />
      <p className="mt-1.5 flex flex-wrap gap-x-5 text-xs text-ink-2">
        {step.fact ? (
          <span>
            Keeps it as <b className="font-semibold text-ink">{step.fact}</b>
          </span>
        ) : null}
        {answerKindOf(step.answer.type).otherwise?.(step.answer) ? null : (
          <span>
            Asks {step.tries === 1 ? 'once' : step.tries === 2 ? 'twice' : `${step.tries} times`}, then{' '}
            <b className="font-semibold text-ink">{title(step.giveUp?.to) || 'carries on'}</b>
          </span>
        )}
      </p>
    </SpokenLine>
  );
}

function Panel({ step, change }: StepProps<Ask>) {
  const { answer } = step;
  const { keptAs } = answerKindOf(answer.type);
  const AnswerPanel = panelOf(answer.type);
  const setType = (type: AnswerType) => {
    const { fact, ...rest } = step;
    const known = useDraft.getState().flow?.facts.find(({ name }) => name === fact);
    const keeps = known && answerKindOf(type).keptAs.includes(known.type);
    change({ ...rest, answer: blankAnswer(type, answer), ...(fact && keeps ? { fact } : {}) });
  };
  return (
    <div className="space-y-3 text-[0.8125rem]">
      <p className="flex flex-wrap items-center gap-x-2 gap-y-1.5 text-ink-2">
        The answer is
        <Select name="Kind of answer" value={answer.type} onChange={event => setType(event.target.value as AnswerType)}>
          {answerKinds.map(({ type, asksFor }) => (
            <option key={type} value={type}>
              {asksFor}
            </option>
          ))}
        </Select>
        kept as
        <FactSelect
          name="Keep the answer as"
          value={step.fact}
          none="nothing"
          usualType={keptAs[0]!}
          fits={fact => keptAs.includes(fact.type) && isKept(fact)}
          onPick={fact => {
            const { fact: _, ...rest } = step;
            change(fact ? { ...rest, fact } : rest);
          }}
        />
      </p>
      {AnswerPanel ? (
        <AnswerPanel
          key={answer.type}
          answer={answer}
          change={(next, part) => change({ ...step, answer: next }, part)}
        />
      ) : null}
      {answerKindOf(answer.type).otherwise?.(answer) ? null : (
        <>
          <p className="flex flex-wrap items-center gap-2 text-ink-2">
            Asks
            <Select
              name="How many tries"
              value={step.tries}
              onChange={event => change({ ...step, tries: Number(event.target.value) })}
            >
              {[1, 2, 3, 4, 5].map(tries => (
                <option key={tries} value={tries}>
                  {tries === 1 ? 'once' : tries === 2 ? 'twice' : `${tries} times`}
                </option>
              ))}
            </Select>
            then
            <WaySelect
              name="After the last try"
              value={step.giveUp?.to}
              carryOn="carries on"
              onPick={to => change({ ...step, giveUp: to ? { to } : {} })}
            />
          </p>
          <div>
            <p className="text-ink-2">When the answer is not understood, says</p>
            <div className="rounded-md border border-rule bg-sheet px-2 py-1 font-script">
              <LineField
                step={step.id}
                part="again"
                name="Words for a bad answer"
                line={step.again ?? []}
                placeholder="Kineta’s own words"
                onChange={line => {
                  const { again: _, ...rest } = step;
                  change(isEmptyLine(line) ? rest : { ...rest, again: line }, 'again');
                }}
              />
            </div>
          </div>
        </>
      )}
      <ComesFirst step={step} change={change} />
    </div>
  );
}

export const askView: StepView<Ask> = { name: 'Ask', group: 'ask', Body, Panel };
