import { z } from 'zod';
import { bare } from '../../answers/answer.ts';
import { understandChoice, understandSeveral } from '../../answers/choice.ts';
import { Value } from '../../facts/fact.ts';
import { oneOf } from '../../facts/knowledge.ts';
import { plain } from '../../facts/words.ts';
import { message } from '../../messages/message.ts';
import { Id } from '../id.ts';
import { type StepFinding, wayWords } from '../steps/kind.ts';
import type { AnswerKind } from './kind.ts';

export const Choice = z.strictObject({
  id: Id,
  label: z.string().max(200),
  /** What is kept; the label when absent. */
  value: Value.optional(),
  /** The scene it leads to; the next step when absent. */
  to: Id.optional(),
});
export type Choice = z.infer<typeof Choice>;

export const ChoiceAnswer = z.strictObject({
  type: z.literal('choice'),
  choices: z.array(Choice).max(30),
  /** Where anything else typed leads. Without it, what is not understood is asked again. */
  otherwise: z.strictObject({ to: Id.optional() }).optional(),
});

/** A choice that leads nowhere by itself, for a field of a form. */
export const PickAnswer = z.strictObject({
  type: z.literal('choice'),
  choices: z.array(z.strictObject({ id: Id, label: z.string().max(200) })).max(30),
});

function choiceFindings(choices: ReadonlyArray<{ id: Id; label: string }>): StepFinding[] {
  if (choices.length === 0)
    return [
      {
        code: 'no way on',
        level: 'problem',
        sentence: 'This question has no choices, so there is no way on.',
        part: 'choices',
      },
    ];
  return choices
    .filter(choice => choice.label.trim() === '')
    .map(choice => ({ code: 'empty line', level: 'problem', sentence: 'A choice has no words.', part: choice.id }));
}

const labels = (choices: ReadonlyArray<{ label: string }>): string[] => choices.map(choice => choice.label);

/** One of several choices, each of which may lead somewhere. Understood as the index of the choice. */
export const choice: AnswerKind<z.infer<typeof ChoiceAnswer>> = {
  type: 'choice',
  schema: ChoiceAnswer,
  blank: choices => ({ type: 'choice', choices: [...choices] }),
  asksFor: 'a choice',
  typed: 'sentences',
  keptAs: ['choice', 'text', 'number', 'money', 'yes/no'],
  again: (_, __, { locale }) => message(locale.language, 'choice again'),
  shown: answer => ({ type: 'choice', choices: answer.choices.map(({ id, label }) => ({ id, label })) }),
  understand(answer, reply, world) {
    const picked = reply.choice === undefined ? -1 : answer.choices.findIndex(({ id }) => id === reply.choice);
    return picked >= 0
      ? { value: picked }
      : understandChoice(reply.text, labels(answer.choices), world.locale.language);
  },
  offers: ({ choices }, text) => choices.some(({ label }) => bare(label) === bare(text)),
  labels: ({ choices }) => choices,
  picked({ choices }, value) {
    const { value: kept, label, to } = choices[value as number]!;
    return { value: kept ?? label, to };
  },
  first: ({ choices: [one] }) => (one ? (one.value ?? (one.label || undefined)) : undefined),
  otherwise: ({ otherwise }) => otherwise,
  exits: ({ choices }) => choices.map(({ id, label, to }) => ({ scene: to, label, part: id })),
  values({ choices }, part) {
    const picked = choices.filter(({ id }) => id === part);
    return oneOf((picked.length > 0 ? picked : choices).map(({ label, value }) => value ?? label));
  },
  words: ({ choices, otherwise }, around) => [
    ...choices.flatMap(one => [plain(`; on “${one.label}” `), ...wayWords(one.to, around)]),
    ...(otherwise ? [plain('; on anything else typed '), ...wayWords(otherwise.to, around)] : []),
  ],
  check: answer => choiceFindings(answer.choices),
};

export const SeveralAnswer = z.strictObject({
  type: z.literal('several choices'),
  choices: z.array(z.strictObject({ id: Id, label: z.string().max(200) })).max(30),
});

/** Any number of choices at once, none of them too; kept as the list of their labels. */
export const several: AnswerKind<z.infer<typeof SeveralAnswer>> = {
  type: 'several choices',
  schema: SeveralAnswer,
  blank: choices => ({ type: 'several choices', choices: [...choices] }),
  asksFor: 'any number of choices',
  typed: 'sentences',
  keptAs: ['list'],
  again: (_, __, { locale }) => message(locale.language, 'several again'),
  shown: answer => ({
    type: 'several choices',
    several: true,
    choices: answer.choices.map(({ id, label }) => ({ id, label })),
  }),
  understand(answer, reply, world) {
    const picked = reply.choices?.map(id => answer.choices.find(known => known.id === id)?.label);
    if (picked?.every(label => label !== undefined)) return { value: picked };
    return understandSeveral(reply.text, labels(answer.choices), world.locale.language);
  },
  offers: ({ choices }, text) => choices.some(({ label }) => bare(label) === bare(text)),
  labels: ({ choices }) => choices,
  check: answer => choiceFindings(answer.choices),
};
