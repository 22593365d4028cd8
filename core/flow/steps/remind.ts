import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { Duration, durationWords, milliseconds } from '../../hours/duration.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, lineReads } from '../line.ts';
import { type StepKind, WAIT, wayWords } from './kind.ts';
import { lineFindings, quoted } from './say.ts';

export const Remind = z.strictObject({
  id: Id,
  kind: z.literal('remind'),
  after: Duration,
  line: Line,
  /** How often it reminds of one question. */
  most: z.int().min(1).max(5),
  /** Where it goes when there is still no answer after the last reminder; it keeps waiting when absent. */
  unanswered: z.strictObject({ to: Id }).optional(),
});
export type Remind = z.infer<typeof Remind>;

/**
 * From here on, reminds a visitor who does not answer: says a line after a time, so many times for each question, and
 * then may go elsewhere. It holds until the next reminder, a person, or the end.
 */
export const remind: StepKind<Remind> = {
  kind: 'remind',
  purpose: 'From here on, remind a visitor who does not answer',
  schema: Remind,
  hasLine: true,
  blank: id => ({
    id,
    kind: 'remind',
    after: { amount: 5, unit: 'minutes' },
    line: [[{ text: 'Are you still there? Take your time.' }]],
    most: 1,
  }),
  words: (step, around) => [
    plain(`From here on, when there is no answer for ${durationWords(step.after)}, say `),
    ...quoted(step.line),
    plain(step.most === 1 ? ', once a question' : `, at most ${step.most} times a question`),
    ...(step.unanswered ? [plain('; after that '), ...wayWords(step.unanswered.to, around)] : []),
  ],
  exits: step => [
    {},
    ...(step.unanswered
      ? [{ scene: step.unanswered.to, label: 'no answer', part: 'unanswered', later: true as const }]
      : []),
  ],
  waits: () => false,
  reading: ({ line }) => ({ line }),
  reads: step => lineReads(step.line),
  sets: () => [],
  check: (step, around) => [
    ...(isEmptyLine(step.line)
      ? [
          {
            code: 'empty line' as const,
            level: 'problem' as const,
            sentence: 'The reminder says nothing.',
            part: 'line',
          },
        ]
      : []),
    ...lineFindings(step.line, around, 'line'),
  ],
  play(step, stage) {
    const on = stage.way(undefined);
    const elsewhere = step.unanswered ? stage.way(step.unanswered.to) : undefined;
    const speak = stage.speak(step.line);
    return {
      enter(run) {
        run.reminder = { step: step.id, times: 0 };
        return on;
      },
      due: run =>
        (run.reminder?.times ?? 0) < step.most || elsewhere !== undefined ? milliseconds(step.after) : undefined,
      timer(run) {
        const times = run.reminder?.times ?? 0;
        if (times >= step.most) {
          run.reminder = undefined;
          run.tell(step.id, { code: 'no answer' });
          return elsewhere ?? WAIT;
        }
        run.reminder = { step: step.id, times: times + 1 };
        run.tell(step.id, { code: 'no answer yet', after: durationWords(step.after) });
        run.acts.push({ act: 'say', step: step.id, line: speak(run) });
        return WAIT;
      },
    };
  },
};
