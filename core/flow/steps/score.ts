import { z } from 'zod';
import { PickedFact } from '../../facts/fact.ts';
import { factMark, plain } from '../../facts/words.ts';
import { signed } from '../acts/score.ts';
import { Id } from '../id.ts';
import type { StepFinding, StepKind } from './kind.ts';

export const Score = z.strictObject({
  id: Id,
  kind: z.literal('score'),
  /** The number that is added to; it begins at nothing. */
  fact: PickedFact,
  points: z.int().min(-1_000).max(1_000),
  /** Why, for whoever reads the score later. */
  reason: z.string().max(200),
});
export type Score = z.infer<typeof Score>;

/** Adds points to a score, with the reason in the log, so that nobody has to guess where a score comes from. */
export const score: StepKind<Score> = {
  kind: 'score',
  purpose: 'Add points to a score, with the reason',
  schema: Score,
  blank: id => ({ id, kind: 'score', fact: '', points: 10, reason: '' }),
  words: step => [
    plain(`Score ${signed(step.points)} in `),
    factMark(step.fact),
    plain(step.reason.trim() ? `, because ${step.reason.trim()}` : ''),
  ],
  exits: () => [{}],
  waits: () => false,
  // A score that nothing has added to yet is nothing, so it need not be set before.
  reads: () => [],
  sets: ({ fact }) => (fact === '' ? [] : [fact]),
  check(step, around) {
    const findings: StepFinding[] = [];
    const fact = around.facts.find(known => known.name === step.fact);
    if (step.fact === '')
      findings.push({
        code: 'no such fact',
        level: 'problem',
        sentence: 'No fact is picked to keep the score in.',
        part: 'fact',
      });
    else if (!fact)
      findings.push({
        code: 'no such fact',
        level: 'problem',
        sentence: `The score is kept as “${step.fact}”, which is not a fact of this flow.`,
        part: 'fact',
      });
    else if (fact.type !== 'number' || fact.scope === 'business')
      findings.push({
        code: 'wrong type',
        level: 'problem',
        sentence: `A score is a number of the visitor or the conversation; “${fact.name}” is none.`,
        part: 'fact',
      });
    if (step.reason.trim() === '')
      findings.push({ code: 'empty line', level: 'advice', sentence: 'The score does not say why.', part: 'reason' });
    return findings;
  },
  play(step, stage) {
    const on = stage.way(undefined);
    return {
      enter(run) {
        if (step.fact === '') return on;
        const before = run.known[step.fact];
        const total = (typeof before === 'number' ? before : 0) + step.points;
        run.acts.push({
          act: 'score',
          step: step.id,
          fact: step.fact,
          points: step.points,
          reason: step.reason.trim(),
        });
        run.learn(step.id, step.fact, total);
        return on;
      },
    };
  },
};
