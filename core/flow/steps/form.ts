import { z } from 'zod';
import { factMark, plain, type Words } from '../../facts/words.ts';
import { spoken } from '../../messages/message.ts';
import { answerKindOf } from '../answers/registry.ts';
import { Field, fieldsShown, type Given, readFields } from '../field.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, lineReads } from '../line.ts';
import { keptAsFindings } from './ask.ts';
import { type Next, type Run, type StepFinding, type StepKind, WAIT, wayWords } from './kind.ts';
import { lineFindings, quoted } from './say.ts';

export const Form = z.strictObject({
  id: Id,
  kind: z.literal('form'),
  line: Line,
  fields: z.array(Field).min(1).max(12),
  /** The words on its button. */
  button: z.string().max(40),
  /** How often it may be sent, or answered with something else, before the flow goes on without. */
  tries: z.int().min(1).max(10),
  giveUp: z.strictObject({ to: Id.optional() }).optional(),
  /** Whether it has to be answered before a person who is wanted is fetched; asked for again, they are fetched all the same. */
  comesFirst: z.literal(true).optional(),
});
export type Form = z.infer<typeof Form>;

/** Several asks on one card. Each field is understood and checked by itself, and nothing is kept before all are right. */
export const form: StepKind<Form> = {
  kind: 'form',
  purpose: 'Ask for several details on one card',
  schema: Form,
  hasLine: true,
  blank: id => ({
    id,
    kind: 'form',
    line: [],
    fields: [{ id: `${id}-1`, label: 'Your name', answer: { type: 'short text' } }],
    button: 'Send',
    tries: 3,
  }),
  words: (step, around) => [
    plain('Ask on one card '),
    ...quoted(step.line),
    plain(' for '),
    ...step.fields.flatMap(
      (field, index): Words => [
        plain(`${index > 0 ? ', ' : ''}“${field.label}” (${answerKindOf(field.answer.type).asksFor}`),
        plain(field.optional ? ', or nothing)' : ')'),
        ...(field.fact ? [plain(' kept as '), factMark(field.fact)] : []),
      ],
    ),
    plain(`; after ${step.tries === 1 ? 'one try' : `${step.tries} tries`} `),
    ...wayWords(step.giveUp?.to, around),
    ...(step.comesFirst ? [plain('; before a person is fetched')] : []),
  ],
  exits: step => [{ label: 'sent' }, { scene: step.giveUp?.to, label: 'not filled in', part: 'giveUp' }],
  waits: () => true,
  asks: true,
  reading: ({ line }) => ({ line }),
  reads: step => lineReads(step.line),
  sets: step => step.fields.flatMap(field => field.fact ?? []),
  check(step, around) {
    const findings: StepFinding[] = lineFindings(step.line, around, 'line');
    if (isEmptyLine(step.line))
      findings.push({
        code: 'empty line',
        level: 'problem',
        sentence: 'Nothing is said above the card.',
        part: 'line',
      });
    for (const field of step.fields) {
      if (field.label.trim() === '')
        findings.push({ code: 'empty line', level: 'problem', sentence: 'A field has no label.', part: field.id });
      findings.push(
        ...answerKindOf(field.answer.type)
          .check(field.answer)
          .map(found => ({ ...found, part: field.id })),
      );
      if (field.fact)
        findings.push(
          ...keptAsFindings(field.fact, field.answer.type, around.facts).map(found => ({ ...found, part: field.id })),
        );
    }
    return findings;
  },
  play(step, stage) {
    const speak = stage.speak(step.line);
    const on = stage.way(undefined);
    const giveUp = stage.way(step.giveUp?.to);
    const ask = (run: Run, line = speak(run), given: Given = {}, mistakes?: ReadonlyMap<Id, string>): Next => {
      const fields = fieldsShown(step.fields, run.world, given, mistakes);
      run.acts.push({
        act: 'ask',
        step: step.id,
        line,
        answer: { type: 'form', fields, button: step.button, card: `${step.id} ${run.tries}` },
      });
      return WAIT;
    };
    const failed = (run: Run, again: () => Next): Next => {
      run.tries++;
      if (run.tries < step.tries) return again();
      run.tell(step.id, { code: 'form not filled in' });
      return giveUp;
    };
    return {
      comesFirst: step.comesFirst === true,
      enter(run) {
        run.tries = 0;
        return ask(run);
      },
      answer(run, { fields: given }) {
        if (!given) return failed(run, () => ask(run, spoken(run.world.locale.language, 'form not sent')));
        const { values, mistakes } = readFields(step.fields, given, run.world, run.tries === 0);
        if (mistakes.size > 0)
          return failed(run, () =>
            ask(run, spoken(run.world.locale.language, 'form mistakes', { count: mistakes.size }), given, mistakes),
          );
        run.tries = 0;
        for (const { field, value } of values) if (field.fact !== undefined) run.learn(step.id, field.fact, value);
        return on;
      },
      makes: () => 'no answer',
      // The card is the one before, with what was filled in.
      asksAgain: run => ask(run, spoken(run.world.locale.language, 'back to the card')),
      skip(run) {
        run.tell(step.id, { code: 'form left out' });
        return giveUp;
      },
    };
  },
};
