import { z } from 'zod';
import { fits, PickedFact, show, Value } from '../../facts/fact.ts';
import { known, oneOf } from '../../facts/knowledge.ts';
import { factMark, plain } from '../../facts/words.ts';
import { Id } from '../id.ts';
import type { StepFinding, StepKind, Surroundings } from './kind.ts';

export const SetFact = z.strictObject({ id: Id, kind: z.literal('set'), fact: PickedFact, value: Value });
export type SetFact = z.infer<typeof SetFact>;

/** What is wrong with keeping something in a fact: that there is none, or that it is not the flow’s to change. */
export function keepingFindings(name: string, around: Surroundings): StepFinding[] {
  if (name === '')
    return [{ code: 'no such fact', level: 'problem', sentence: 'No fact is picked to keep it in.', part: 'fact' }];
  const fact = around.facts.find(known => known.name === name);
  if (!fact)
    return [
      { code: 'no such fact', level: 'problem', sentence: `“${name}” is not a fact of this flow.`, part: 'fact' },
    ];
  if (fact.scope === 'business' || fact.scope === 'visit')
    return [
      {
        code: 'wrong type',
        level: 'problem',
        sentence: `“${name}” is a fact about the ${fact.scope}; a flow cannot change it.`,
        part: 'fact',
      },
    ];
  return [];
}

/** Keeps a given value in a fact. */
export const set: StepKind<SetFact> = {
  kind: 'set',
  purpose: 'Keep a value in a fact',
  schema: SetFact,
  blank: id => ({ id, kind: 'set', fact: '', value: '' }),
  words: step => [
    plain('Set '),
    factMark(step.fact),
    plain(` to “${show(step.value, 'text', { language: 'en', currency: 'EUR' })}”`),
  ],
  exits: () => [{}],
  waits: () => false,
  reads: () => [],
  sets: ({ fact }) => (fact === '' ? [] : [fact]),
  after: ({ fact, value }, _, before) => (fact === '' ? before : before.with(fact, known(oneOf([value])))),
  check(step, around) {
    const findings = keepingFindings(step.fact, around);
    const fact = around.facts.find(known => known.name === step.fact);
    if (fact && !fits(step.value, fact.type))
      findings.push({
        code: 'wrong type',
        level: 'problem',
        sentence: `“${fact.name}” holds ${fact.type}, and this value is none.`,
        part: 'value',
      });
    return findings;
  },
  play(step, stage) {
    const on = stage.way(undefined);
    return {
      enter(run) {
        if (step.fact !== '') run.learn(step.id, step.fact, step.value);
        return on;
      },
    };
  },
};
