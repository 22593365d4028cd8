import { z } from 'zod';
import {
  Condition,
  conditionReads,
  conditionRows,
  conditionTest,
  conditionWords,
  needsValue,
} from '../../facts/condition.ts';
import { formula } from '../../facts/formula.ts';
import { given, type Knowledge } from '../../facts/knowledge.ts';
import { plain, sentence } from '../../facts/words.ts';
import { Id } from '../id.ts';
import { type StepFinding, type StepKind, wayWords } from './kind.ts';

export const Decide = z.strictObject({
  id: Id,
  kind: z.literal('decide'),
  /** Tried from the first to the last; the first that holds is taken. */
  ways: z
    .array(z.strictObject({ when: Condition, to: Id.optional() }))
    .min(1)
    .max(20),
  otherwise: z.strictObject({ to: Id.optional() }),
});
export type Decide = z.infer<typeof Decide>;

/** Takes the first way whose condition holds, or the last. */
export const decide: StepKind<Decide> = {
  kind: 'decide',
  purpose: 'Go different ways, depending on what is known',
  schema: Decide,
  blank: id => ({ id, kind: 'decide', ways: [{ when: { all: [{ fact: '', is: 'is known' }] } }], otherwise: {} }),
  words: (step, around) => [
    ...step.ways.flatMap((way, index) => [
      plain(index === 0 ? 'If ' : '; if '),
      ...conditionWords(way.when),
      plain(', '),
      ...wayWords(way.to, around),
    ]),
    plain('; otherwise '),
    ...wayWords(step.otherwise.to, around),
  ],
  exits: step => [
    ...step.ways.map((way, index) => ({
      scene: way.to,
      label: `if ${sentence(conditionWords(way.when))}`,
      part: `ways.${index}`,
    })),
    { scene: step.otherwise.to, label: 'otherwise', part: 'otherwise' },
  ],
  waits: () => false,
  decisions: step =>
    step.ways.map(({ when }, index) => ({
      part: `ways.${index}`,
      when,
      without: step.ways.length > 1 ? { ...step, ways: step.ways.toSpliced(index, 1) } : undefined,
    })),
  reads: (step, facts) => step.ways.flatMap(way => conditionReads(way.when, facts)),
  sets: () => [],
  // A row copes with a fact that is not known; a formula does not.
  needs: (step, facts) => step.ways.flatMap(({ when }) => ('formula' in when ? conditionReads(when, facts) : [])),
  after(step, { part }, before) {
    let left: Knowledge | null = before;
    for (const [index, { when }] of step.ways.entries()) {
      if (part === `ways.${index}`) return left && given(left, when, true);
      left = left && given(left, when, false);
    }
    return left;
  },
  check(step, around) {
    const findings: StepFinding[] = [];
    const names = around.facts.map(fact => fact.name);
    for (const [index, way] of step.ways.entries()) {
      const part = `ways.${index}`;
      for (const row of conditionRows(way.when)) {
        if (row.fact === '')
          findings.push({
            code: 'empty line',
            level: 'problem',
            sentence: 'The decision does not say what it looks at.',
            part,
          });
        else if (!names.includes(row.fact))
          findings.push({
            code: 'no such fact',
            level: 'problem',
            sentence: `The decision looks at “${row.fact}”, which is not a fact of this flow.`,
            part,
          });
        if (needsValue(row.is) && (row.value === undefined || row.value === ''))
          findings.push({
            code: 'empty line',
            level: 'problem',
            sentence: `The decision does not say what “${row.fact}” is compared with.`,
            part,
          });
      }
      if ('formula' in way.when) findings.push(...formulaFindings(way.when.formula, names, part));
    }
    return findings;
  },
  play(step, stage) {
    const decided = (way: number) => ({ act: 'decided' as const, step: step.id, way });
    const ways = step.ways.map((way, index) => ({
      test: conditionTest(way.when, stage.factNames),
      next: stage.way(way.to),
      act: decided(index),
    }));
    const otherwise = { next: stage.way(step.otherwise.to), act: decided(-1) };
    return {
      enter(run) {
        const { next, act } = ways.find(way => way.test(run.known)) ?? otherwise;
        run.acts.push(act);
        return next;
      },
    };
  },
};

/** What is wrong with a formula, if anything: that it cannot be read, or uses what is no fact. */
export function formulaFindings(source: string, names: readonly string[], part: string): StepFinding[] {
  try {
    return formula(source, names)
      .reads.filter(name => !names.includes(name))
      .map(name => ({
        code: 'no such fact',
        level: 'problem',
        sentence: `The formula uses “${name}”, which is not a fact of this flow.`,
        part,
      }));
  } catch (error) {
    return [{ code: 'bad formula', level: 'problem', sentence: (error as Error).message, part }];
  }
}
