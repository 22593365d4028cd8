import { z } from 'zod';
import { FactName, fits, show, Value } from '../../facts/fact.ts';
import { FormulaError, formula } from '../../facts/formula.ts';
import { factMark, plain } from '../../facts/words.ts';
import { Id } from '../id.ts';
import { formulaFindings } from './decide.ts';
import type { StepFinding, StepKind } from './kind.ts';

export const SetFact = z.strictObject({
  id: Id,
  kind: z.literal('set'),
  fact: FactName,
  to: z.union([z.strictObject({ value: Value }), z.strictObject({ formula: z.string().max(2_000) })]),
});
export type SetFact = z.infer<typeof SetFact>;

/** Keeps a value, given or worked out, in a fact. */
export const set: StepKind<SetFact> = {
  kind: 'set',
  purpose: 'Keep a value in a fact, given or worked out',
  schema: SetFact,
  blank: id => ({ id, kind: 'set', fact: 'note', to: { value: '' } }),
  words: step => [
    plain('Set '),
    factMark(step.fact),
    plain(' to '),
    'formula' in step.to
      ? { formula: step.to.formula }
      : plain(`“${show(step.to.value, 'text', { language: 'en', currency: 'EUR' })}”`),
  ],
  leads: () => [{}],
  waits: false,
  reads(step, facts) {
    if (!('formula' in step.to)) return [];
    try {
      return [
        ...formula(
          step.to.formula,
          facts.map(fact => fact.name),
        ).reads,
      ];
    } catch {
      return [];
    }
  },
  sets: step => [step.fact],
  check(step, around) {
    const findings: StepFinding[] = [];
    const fact = around.facts.find(known => known.name === step.fact);
    if (!fact)
      findings.push({
        code: 'no such fact',
        level: 'problem',
        sentence: `“${step.fact}” is not a fact of this flow.`,
        part: 'fact',
      });
    else if (fact.scope === 'business')
      findings.push({
        code: 'wrong type',
        level: 'problem',
        sentence: `“${fact.name}” is a fact about the business; a flow cannot change it.`,
        part: 'fact',
      });
    if ('formula' in step.to)
      findings.push(
        ...formulaFindings(
          step.to.formula,
          around.facts.map(known => known.name),
          'to',
        ),
      );
    else if (fact && !fits(step.to.value, fact.type))
      findings.push({
        code: 'wrong type',
        level: 'problem',
        sentence: `“${fact.name}” holds ${fact.type}, and this value is none.`,
        part: 'to',
      });
    return findings;
  },
  play(step, stage) {
    const on = stage.way(undefined);
    const { to } = step;
    if ('value' in to)
      return {
        enter(run) {
          run.learn(step.id, step.fact, to.value);
          return on;
        },
      };
    try {
      const compiled = formula(to.formula, stage.factNames);
      return {
        enter(run) {
          const result = compiled.evaluate(run.known);
          if ('error' in result)
            run.acts.push({
              act: 'note',
              step: step.id,
              text: `“${step.fact}” could not be worked out: ${result.error}`,
            });
          else if (!fits(result.value, stage.typeOf(step.fact)))
            run.acts.push({
              act: 'note',
              step: step.id,
              text: `“${step.fact}” could not be worked out: the result is not a ${stage.typeOf(step.fact)}.`,
            });
          else run.learn(step.id, step.fact, result.value);
          return on;
        },
      };
    } catch (error) {
      if (!(error instanceof FormulaError)) throw error;
      const text = `“${step.fact}” could not be worked out: ${error.message}`;
      return {
        enter(run) {
          run.acts.push({ act: 'note', step: step.id, text });
          return on;
        },
      };
    }
  },
};
