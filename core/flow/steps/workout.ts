import { z } from 'zod';
import { fits, PickedFact } from '../../facts/fact.ts';
import { FormulaError, formula, tryFormula } from '../../facts/formula.ts';
import { factMark, plain } from '../../facts/words.ts';
import { Id } from '../id.ts';
import { formulaFindings } from './decide.ts';
import type { Run, StepKind } from './kind.ts';
import { keepingFindings } from './set.ts';

export const WorkOut = z.strictObject({
  id: Id,
  kind: z.literal('work out'),
  fact: PickedFact,
  /** FEEL, over the facts that are known. */
  formula: z.string().max(2_000),
});
export type WorkOut = z.infer<typeof WorkOut>;

/** Works a formula out and keeps the result in a fact. What has no result is said in the log, and the flow goes on. */
export const workOut: StepKind<WorkOut> = {
  kind: 'work out',
  purpose: 'Work something out with a formula and keep it',
  schema: WorkOut,
  blank: id => ({ id, kind: 'work out', fact: '', formula: '' }),
  words: step => [plain('Work out '), factMark(step.fact), plain(' as '), { formula: step.formula }],
  exits: () => [{}],
  waits: () => false,
  reads: (step, facts) => [
    ...(tryFormula(
      step.formula,
      facts.map(fact => fact.name),
    )?.reads ?? []),
  ],
  sets: ({ fact }) => (fact === '' ? [] : [fact]),
  check: (step, around) => [
    ...keepingFindings(step.fact, around),
    ...formulaFindings(
      step.formula,
      around.facts.map(known => known.name),
      'formula',
    ),
  ],
  play(step, stage) {
    const on = stage.way(undefined);
    const failed = (run: Run, why: string): void => run.tell(step.id, { code: 'not worked out', fact: step.fact, why });
    try {
      const compiled = formula(step.formula, stage.factNames);
      return {
        enter(run) {
          const result = compiled.evaluate(run.known);
          if (step.fact === '') return on;
          if ('error' in result) failed(run, result.error);
          else if (!fits(result.value, stage.typeOf(step.fact)))
            failed(run, `the result is not a ${stage.typeOf(step.fact)}.`);
          else run.learn(step.id, step.fact, result.value);
          return on;
        },
      };
    } catch (error) {
      if (!(error instanceof FormulaError)) throw error;
      const { message } = error;
      return {
        enter(run) {
          failed(run, message);
          return on;
        },
      };
    }
  },
};
