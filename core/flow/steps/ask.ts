import { z } from 'zod';
import { bare, type Understanding } from '../../answers/answer.ts';
import { understandYesNo } from '../../answers/yesno.ts';
import { type Fact, FactName, type Value } from '../../facts/fact.ts';
import { anything, known, oneOf } from '../../facts/knowledge.ts';
import { factMark, plain, type Words } from '../../facts/words.ts';
import { Answer, type AnswerType, answerKindOf } from '../answers/registry.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, lineOf, lineReads } from '../line.ts';
import type { AnswerShown } from '../session.ts';
import { type Exit, type Next, type Reply, type Run, type StepFinding, type StepKind, WAIT, wayWords } from './kind.ts';
import { lineFindings } from './say.ts';

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
    plain(`Ask for ${answerKindOf(step.answer.type).asksFor}: “`),
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
  exits(step) {
    const exits: Exit[] =
      step.answer.type === 'choice'
        ? step.answer.choices.map(choice => ({ scene: choice.to, label: choice.label, part: choice.id }))
        : [{ label: 'answered' }];
    if (step.answer.type === 'choice' && step.answer.otherwise)
      exits.push({ scene: step.answer.otherwise.to, label: 'anything else typed', part: 'otherwise' });
    else exits.push({ scene: step.giveUp?.to, label: 'not understood', part: 'giveUp' });
    return exits;
  },
  waits: () => true,
  reads: step => [...lineReads(step.line), ...lineReads(step.again ?? [])],
  sets: step => (step.fact ? [step.fact] : []),
  // Who is never understood goes on without an answer; the checks are for those who give one.
  after(step, { part }, before) {
    if (!step.fact) return before;
    const { answer } = step;
    const kept = answer.type === 'choice' ? answer.choices : [];
    const picked = kept.filter(({ id }) => id === part);
    const values =
      answer.type === 'choice' && part !== 'otherwise'
        ? oneOf((picked.length > 0 ? picked : kept).map(({ label, value }) => value ?? label))
        : answer.type === 'yes/no'
          ? oneOf([true, false])
          : anything;
    return before.with(step.fact, known(values));
  },
  check(step, around) {
    const findings: StepFinding[] = [];
    if (isEmptyLine(step.line))
      findings.push({ code: 'empty line', level: 'problem', sentence: 'This question has no words.', part: 'line' });
    findings.push(...answerKindOf(step.answer.type).check(step.answer));
    findings.push(...lineFindings(step.line, around, 'line'), ...lineFindings(step.again ?? [], around, 'again'));
    if (step.fact) findings.push(...keptAsFindings(step.fact, step.answer.type, around.facts));
    return findings;
  },
  play(step, stage) {
    const speak = stage.speak(step.line);
    const speakAgain = step.again && !isEmptyLine(step.again) ? stage.speak(step.again) : undefined;
    const on = stage.way(undefined);
    const { answer, fact } = step;
    const kind = answerKindOf(answer.type);
    const shownIn = new Map<string, AnswerShown>();
    // What is shown depends on the locale alone, so it is made once for each.
    const shown = ({ world }: Run): AnswerShown => {
      const key = `${world.locale.language} ${world.locale.currency}`;
      let made = shownIn.get(key);
      if (!made) {
        made = kind.shown(answer, world);
        shownIn.set(key, made);
      }
      return made;
    };
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
        run.acts.push({ act: 'ask', step: step.id, line: speak(run), answer: shown(run) });
        return WAIT;
      },
      answer(run, reply) {
        const settled = settle(run, reply);
        if (settled !== undefined) return settled;
        const understood = kind.understand(answer, reply, run.world);
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
        const line = speakAgain ? speakAgain(run) : lineOf(kind.again(answer, understood.unclear, run.world));
        run.acts.push({ act: 'ask', step: step.id, line, answer: shown(run) });
        return WAIT;
      },
      skip(run) {
        run.doubt = undefined;
        run.acts.push({ act: 'note', step: step.id, text: 'The visitor left the question out.' });
        return otherwise ?? giveUp;
      },
      offers: text => 'choices' in answer && answer.choices.some(({ label }) => bare(label) === bare(text)),
    };
  },
};

function times(count: number): string {
  return count === 1 ? 'one try' : `${count} tries`;
}

function yesOrNo(understood: Understanding): boolean | undefined {
  return 'value' in understood && typeof understood.value === 'boolean' ? understood.value : undefined;
}

/** What is wrong with keeping an answer of a type in a fact: that there is none, or that it holds something else. */
export function keptAsFindings(name: string, type: AnswerType, facts: readonly Fact[]): StepFinding[] {
  const fact = facts.find(known => known.name === name);
  if (!fact)
    return [
      {
        code: 'no such fact',
        level: 'problem',
        sentence: `The answer is kept as “${name}”, which is not a fact of this flow.`,
        part: 'fact',
      },
    ];
  const { keptAs, asksFor } = answerKindOf(type);
  if (keptAs.includes(fact.type)) return [];
  return [
    {
      code: 'wrong type',
      level: 'problem',
      sentence: `“${fact.name}” holds ${fact.type} and cannot keep ${asksFor}.`,
      part: 'fact',
    },
  ];
}
