import { z } from 'zod';
import { understandEmail, understandPhone } from '../../answers/address.ts';
import { tidy, type Understanding } from '../../answers/answer.ts';
import { understandChoice } from '../../answers/choice.ts';
import { understandNumber } from '../../answers/number.ts';
import { understandYesNo } from '../../answers/yesno.ts';
import { type Fact, FactName, type FactType, Value } from '../../facts/fact.ts';
import { factMark, plain, type Words } from '../../facts/words.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, lineFacts, lineOf, lineReads } from '../line.ts';
import type { AnswerShown, World } from '../session.ts';
import { type Lead, type Next, type Reply, type Run, type StepFinding, type StepKind, WAIT, wayWords } from './kind.ts';

const Choice = z.strictObject({
  id: Id,
  label: z.string().max(200),
  /** What is kept; the label when absent. */
  value: Value.optional(),
  /** The scene it leads to; the next step when absent. */
  to: Id.optional(),
});
export type Choice = z.infer<typeof Choice>;

export const Answer = z.discriminatedUnion('type', [
  z.strictObject({
    type: z.literal('choice'),
    choices: z.array(Choice).max(30),
    /** Where anything else typed leads. Without it, what is not understood is asked again. */
    otherwise: z.strictObject({ to: Id.optional() }).optional(),
  }),
  z.strictObject({ type: z.literal('short text') }),
  z.strictObject({ type: z.literal('long text') }),
  z.strictObject({ type: z.literal('email') }),
  z.strictObject({ type: z.literal('phone') }),
  z.strictObject({ type: z.literal('number'), min: z.number().optional(), max: z.number().optional() }),
  z.strictObject({ type: z.literal('yes/no') }),
]);
export type Answer = z.infer<typeof Answer>;
export type AnswerType = Answer['type'];

export const Ask = z.strictObject({
  id: Id,
  kind: z.literal('ask'),
  line: Line,
  answer: Answer,
  /** The fact that keeps the answer. */
  fact: FactName.optional(),
  /** What is said when the answer was not understood; plain words of our own when absent. */
  again: Line.optional(),
  /** How often it may be answered before the flow goes on without. */
  tries: z.int().min(1).max(10),
  /** Where to go after that; the next step when absent. */
  giveUp: z.strictObject({ to: Id.optional() }).optional(),
});
export type Ask = z.infer<typeof Ask>;

/** The types a fact may have to keep an answer of each type; the first is the natural one. */
export const keptAs: Record<AnswerType, readonly FactType[]> = {
  choice: ['choice', 'text', 'number', 'money', 'yes/no'],
  'short text': ['text'],
  'long text': ['text'],
  email: ['email', 'text'],
  phone: ['phone', 'text'],
  number: ['number', 'money'],
  'yes/no': ['yes/no'],
};

export const LONGEST_ANSWER: Record<'short text' | 'long text', number> = { 'short text': 500, 'long text': 4_000 };

const askingFor: Record<AnswerType, string> = {
  choice: 'a choice',
  'short text': 'a few words',
  'long text': 'a longer answer',
  email: 'an email address',
  phone: 'a phone number',
  number: 'a number',
  'yes/no': 'yes or no',
};

const againWords: Record<string, string> = {
  choice: 'I didn’t catch that. Which of these fits best?',
  email: 'That doesn’t look like an email address. Could you check it? It should look like name@example.org.',
  phone: 'That doesn’t look like a phone number. Could you check it?',
  number: 'I need a number here, such as 1,900. Roughly is fine.',
  'yes/no': 'Sorry, was that a yes or a no?',
};

function understandText(text: string, longest: number): Understanding {
  const clean = tidy(text);
  if (clean === '') return { unclear: 'empty' };
  return clean.length > longest ? { unclear: 'too large' } : { value: text.trim() };
}

/** Understands a typed or picked answer. A choice gives its index. */
function understand(answer: Answer, reply: Reply, world: World): Understanding {
  switch (answer.type) {
    case 'choice': {
      const picked = reply.choice === undefined ? -1 : answer.choices.findIndex(choice => choice.id === reply.choice);
      if (picked >= 0) return { value: picked };
      return understandChoice(
        reply.text,
        answer.choices.map(choice => choice.label),
      );
    }
    case 'short text':
    case 'long text':
      return understandText(reply.text, LONGEST_ANSWER[answer.type]);
    case 'email':
      return understandEmail(reply.text);
    case 'phone':
      return understandPhone(reply.text, world.country);
    case 'number':
      return understandNumber(reply.text, world.locale.language, answer);
    case 'yes/no':
      if (reply.choice === 'yes' || reply.choice === 'no') return { value: reply.choice === 'yes' };
      return understandYesNo(reply.text);
  }
}

function shown(answer: Answer): AnswerShown {
  if (answer.type === 'choice')
    return { type: 'choice', choices: answer.choices.map(({ id, label }) => ({ id, label })) };
  if (answer.type === 'yes/no')
    return {
      type: 'yes/no',
      choices: [
        { id: 'yes', label: 'Yes' },
        { id: 'no', label: 'No' },
      ],
    };
  return { type: answer.type };
}

function unclearWords(answer: Answer, reason: string): string {
  if (answer.type === 'number' && reason === 'too small')
    return `That seems too low: it should be at least ${answer.min?.toLocaleString('en')}.`;
  if (answer.type === 'number' && reason === 'too large')
    return `That seems too high: it should be at most ${answer.max?.toLocaleString('en')}.`;
  if (reason === 'too large') return 'That is a little long for me. Could you say it shorter?';
  return againWords[answer.type] ?? 'Sorry, I need an answer to go on.';
}

function choiceWords(
  answer: Extract<Answer, { type: 'choice' }>,
  around: Parameters<StepKind<Ask>['words']>[1],
): Words {
  return [
    ...answer.choices.flatMap(choice => [plain(`; on “${choice.label}” `), ...wayWords(choice.to, around)]),
    ...(answer.otherwise ? [plain('; on anything else typed '), ...wayWords(answer.otherwise.to, around)] : []),
  ];
}

/** How a doubtful answer is asked about; its two choices have these identities. */
const PROBABLY = 'probably';
const AS_TYPED = 'as-typed';

/** Asks the visitor something, waits, and keeps the answer in a fact. */
export const ask: StepKind<Ask> = {
  kind: 'ask',
  purpose: 'Ask the visitor something and keep the answer',
  schema: Ask,
  blank: id => ({
    id,
    kind: 'ask',
    line: [],
    answer: {
      type: 'choice',
      choices: [
        { id: `${id}-1`, label: 'Yes' },
        { id: `${id}-2`, label: 'No' },
      ],
    },
    tries: 2,
  }),
  words: (step, around) => [
    plain(`Ask for ${askingFor[step.answer.type]}: “`),
    ...step.line.flat().map(span => ('fact' in span ? factMark(span.fact) : plain(span.text))),
    plain('”'),
    ...(step.fact ? [plain('; keep it as '), factMark(step.fact)] : []),
    ...(step.answer.type === 'choice' ? choiceWords(step.answer, around) : []),
    ...(step.again
      ? [
          plain('; when unclear say “'),
          ...step.again.flat().map(span => ('fact' in span ? factMark(span.fact) : plain(span.text))),
          plain('”'),
        ]
      : []),
    plain(`; after ${step.tries === 1 ? 'one try' : `${step.tries} tries`} `),
    ...wayWords(step.giveUp?.to, around),
  ],
  leads(step) {
    const leads: Lead[] =
      step.answer.type === 'choice'
        ? step.answer.choices.map(choice => ({ scene: choice.to, label: choice.label, part: choice.id }))
        : [{ label: 'answered' }];
    if (step.answer.type === 'choice' && step.answer.otherwise)
      leads.push({ scene: step.answer.otherwise.to, label: 'anything else typed', part: 'otherwise' });
    else leads.push({ scene: step.giveUp?.to, label: 'not understood', part: 'giveUp' });
    return leads;
  },
  waits: true,
  reads: step => [...lineReads(step.line), ...lineReads(step.again ?? [])],
  sets: step => (step.fact ? [step.fact] : []),
  check(step, around) {
    const findings: StepFinding[] = [];
    if (isEmptyLine(step.line))
      findings.push({ code: 'empty line', level: 'problem', sentence: 'This question has no words.', part: 'line' });
    if (step.answer.type === 'choice') {
      if (step.answer.choices.length === 0)
        findings.push({
          code: 'no way on',
          level: 'problem',
          sentence: 'This question has no choices, so there is no way on.',
          part: 'choices',
        });
      for (const choice of step.answer.choices)
        if (choice.label.trim() === '')
          findings.push({ code: 'empty line', level: 'problem', sentence: 'A choice has no words.', part: choice.id });
    }
    if (
      step.answer.type === 'number' &&
      step.answer.min !== undefined &&
      step.answer.max !== undefined &&
      step.answer.min > step.answer.max
    )
      findings.push({
        code: 'no way on',
        level: 'problem',
        sentence: 'The lowest number allowed is above the highest, so no answer is ever right.',
        part: 'answer',
      });
    for (const name of [...lineFacts(step.line), ...lineFacts(step.again ?? [])])
      if (!around.facts.some(fact => fact.name === name))
        findings.push({
          code: 'no such fact',
          level: 'problem',
          sentence: `The question uses “${name}”, which is not a fact of this flow.`,
          part: 'line',
        });
    if (step.fact) findings.push(...factFindings(step, around.facts));
    return findings;
  },
  play(step, stage) {
    const speak = stage.speak(step.line);
    const speakAgain = step.again && !isEmptyLine(step.again) ? stage.speak(step.again) : undefined;
    const on = stage.way(undefined);
    const { answer, fact } = step;
    const answerShown = shown(answer);
    const choices =
      answer.type === 'choice'
        ? answer.choices.map(choice => ({ value: choice.value ?? choice.label, next: stage.way(choice.to) }))
        : [];
    const otherwise = answer.type === 'choice' && answer.otherwise ? stage.way(answer.otherwise.to) : undefined;
    const giveUp = stage.way(step.giveUp?.to);

    const accept = (run: Run, value: Value): Next => {
      run.doubt = undefined;
      run.tries = 0;
      const choice = answer.type === 'choice' ? choices[value as number] : undefined;
      if (fact !== undefined) run.learn(step.id, fact, choice ? choice.value : value);
      return choice ? choice.next : on;
    };
    const settle = (run: Run, reply: Reply): Next | undefined => {
      if (!run.doubt) return undefined;
      const agreed =
        reply.choice === PROBABLY ? true : reply.choice === AS_TYPED ? false : yesOrNo(understandYesNo(reply.text));
      return agreed === undefined ? undefined : accept(run, agreed ? run.doubt.probably : run.doubt.value);
    };
    return {
      enter(run) {
        run.tries = 0;
        run.doubt = undefined;
        run.acts.push({ act: 'ask', step: step.id, line: speak(run), answer: answerShown });
        return WAIT;
      },
      answer(run, reply) {
        const settled = settle(run, reply);
        if (settled !== undefined) return settled;
        const understood = understand(answer, reply, run.world);
        if ('probably' in understood) {
          run.doubt = understood;
          run.acts.push({
            act: 'ask',
            step: step.id,
            line: lineOf(`Did you mean ${understood.probably}?`),
            answer: {
              type: answer.type,
              choices: [
                { id: PROBABLY, label: `Yes, ${understood.probably}` },
                { id: AS_TYPED, label: `No, ${understood.value} is right` },
              ],
            },
          });
          return WAIT;
        }
        if ('value' in understood) return accept(run, understood.value);
        if (otherwise !== undefined && understood.unclear !== 'empty') return otherwise;
        run.tries++;
        if (run.tries >= step.tries) {
          run.acts.push({ act: 'note', step: step.id, text: `No answer was understood in ${times(step.tries)}.` });
          return giveUp;
        }
        const line = speakAgain ? speakAgain(run) : lineOf(unclearWords(answer, understood.unclear));
        run.acts.push({ act: 'ask', step: step.id, line, answer: answerShown });
        return WAIT;
      },
    };
  },
};

function times(count: number): string {
  return count === 1 ? 'one try' : `${count} tries`;
}

function yesOrNo(understood: Understanding): boolean | undefined {
  return 'value' in understood && typeof understood.value === 'boolean' ? understood.value : undefined;
}

function factFindings(step: Ask, facts: readonly Fact[]): StepFinding[] {
  const fact = facts.find(known => known.name === step.fact);
  if (!fact)
    return [
      {
        code: 'no such fact',
        level: 'problem',
        sentence: `The answer is kept as “${step.fact}”, which is not a fact of this flow.`,
        part: 'fact',
      },
    ];
  if (!keptAs[step.answer.type].includes(fact.type))
    return [
      {
        code: 'wrong type',
        level: 'problem',
        sentence: `“${fact.name}” holds ${fact.type} and cannot keep ${askingFor[step.answer.type]}.`,
        part: 'fact',
      },
    ];
  return [];
}
