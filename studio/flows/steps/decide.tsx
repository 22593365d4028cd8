import type { Decide, Row } from '@kineta/core';
import { useMemo } from 'react';
import { ConditionEditor } from '../../conditions/condition-editor.tsx';
import { ConditionFactsProvider } from '../../conditions/facts.ts';
import { AddButton } from '../../ui/add-button.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { FactSelect } from '../facts.tsx';
import { WaySelect } from '../way-select.tsx';
import { declareFact, knownFacts, useFacts } from '../workplace.ts';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

function PickFact({ value, onPick }: { value: string; onPick: (fact: string) => void }) {
  return (
    <FactSelect
      name="Fact"
      value={value}
      usualType="text"
      offersAnswers
      onPick={name => {
        if (name) onPick(name);
      }}
    />
  );
}

const typeOf = (name: string) => knownFacts().find(known => known.name === name)?.type;

function Panel({ step, change }: StepProps<Decide>) {
  const setWays = (ways: Decide['ways']) => change({ ...step, ways }, 'ways');
  const { all } = useFacts();
  const facts = useMemo(() => ({ all, Pick: PickFact, typeOf, onTaken: declareFact }), [all]);
  return (
    <ConditionFactsProvider value={facts}>
      <div className="space-y-3 text-[0.8125rem]">
        {step.ways.map((way, index) => (
          <div key={index} className="flex gap-2 border-l-2 border-petrol-2 pl-3">
            <div className="flex-1 space-y-1.5">
              <ConditionEditor
                condition={way.when}
                onSet={when => setWays(step.ways.map((old, at) => (at === index ? { ...old, when } : old)))}
              />
              <p className="flex flex-wrap items-center gap-2 text-ink-2">
                then
                <WaySelect
                  name="Then"
                  value={way.to}
                  onPick={to =>
                    setWays(
                      step.ways.map((old, at) => (at === index ? { when: old.when, ...(to ? { to } : {}) } : old)),
                    )
                  }
                />
              </p>
            </div>
            {step.ways.length > 1 ? (
              <RemoveButton name="Remove this way" onClick={() => setWays(step.ways.filter((_, at) => at !== index))} />
            ) : null}
          </div>
        ))}
        <AddButton
          onClick={() => setWays([...step.ways, { when: { all: [{ fact: all[0]?.name ?? '', is: 'is known' }] } }])}
        >
          Another way
        </AddButton>
        <p className="flex items-center gap-2 text-ink-2">
          Otherwise
          <WaySelect
            name="Otherwise"
            value={step.otherwise.to}
            onPick={to => change({ ...step, otherwise: to ? { to } : {} })}
          />
        </p>
      </div>
    </ConditionFactsProvider>
  );
}

export const decideView: StepView<Decide> = {
  name: 'Decide',
  group: 'way',
  Body: DirectionBody,
  Panel,
  begin(blank, { asked, fact }) {
    const last = asked();
    const name = last?.fact ?? fact();
    if (name === undefined) return blank;
    // Right behind a question its answer is known: which one it is, is what is decided on.
    const row: Row =
      last?.first === undefined ? { fact: name, is: 'is known' } : { fact: name, is: 'is', value: last.first };
    return { ...blank, ways: [{ when: { all: [row] } }] };
  },
};
