import { z } from 'zod';
import { bare, type Understanding } from '../../answers/answer.ts';
import { understandWish } from '../../answers/wish.ts';
import { understandYesNo } from '../../answers/yesno.ts';
import { type Fact, FactName, type Value } from '../../facts/fact.ts';
import { anything, known } from '../../facts/knowledge.ts';
import { factMark, plain } from '../../facts/words.ts';
import { message, spoken } from '../../messages/message.ts';
import { Answer, type AnswerType, answerKindOf } from '../answers/registry.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, lineOf, lineReads, lineText } from '../line.ts';
import type { AnswerShown } from '../shown.ts';
import { standing } from '../standing.ts';
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
  /** Whether it has to be answered before a person who is wanted is fetched; asked for again, they are fetched all the same. */
  comesFirst: z.literal(true).optional(),
});
export type Ask = z.infer<typeof Ask>;

/** How a doubtful answer is asked about; its two choices have these identities. */
const PROBABLY = 'probably';
const AS_TYPED = 'as-typed';

/** Asks the visitor something, waits, and keeps the answer in a fact. */
export const ask: StepKind<Ask> = {
  kind: 'ask',
  purpose: 'Ask the visitor something and keep the answer',
  schema: Ask,
  hasLine: true,
  blank: id => ({
    id,
    kind: 'ask',
    line: [],
    answer: { type: 'choice', choices: [{ id: `${id}-1`, label: '' }] },
    tries: 2,
  }),
  words: (step, around) => [
    plain(`Ask for ${answerKindOf(step.answer.type).asksFor}: “`),
    ...step.line.flat().map(span => ('fact' in span ? factMark(span.fact) : plain(span.text))),
    plain('”'),
    ...(step.fact ? [plain('; keep it as '), factMark(step.fact)] : []),
    ...(answerKindOf(step.answer.type).words?.(step.answer, around) ?? []),
    ...(step.again
      ? [
          plain('; when unclear say “'),
          ...step.again.flat().map(span => ('fact' in span ? factMark(span.fact) : plain(span.text))),
          plain('”'),
        ]
      : []),
    plain(`; after ${step.tries === 1 ? 'one try' : `${step.tries} tries`} `),
    ...wayWords(step.giveUp?.to, around),
    ...(step.comesFirst ? [plain('; before a person is fetched')] : []),
  ],
  exits(step) {
    const kind = answerKindOf(step.answer.type);
    const exits: Exit[] = kind.exits?.(step.answer) ?? [{ label: 'answered' }];
    const otherwise = kind.otherwise?.(step.answer);
    if (otherwise) exits.push({ scene: otherwise.to, label: 'anything else typed', part: 'otherwise' });
    else exits.push({ scene: step.giveUp?.to, label: 'not understood', part: 'giveUp' });
    return exits;
  },
  waits: () => true,
  asks: true,
  reading: ({ line, answer }) => ({ line, picks: answerKindOf(answer.type).labels?.(answer) ?? [] }),
  keeping(step) {
    const question = lineText(step.line).trim();
    const [type] = answerKindOf(step.answer.type).keptAs;
    if (step.fact !== undefined || question === '' || type === undefined) return undefined;
    return { question, type, keptIn: fact => ({ ...step, fact }) };
  },
  firstAnswer: ({ answer }) => answerKindOf(answer.type).first?.(answer),
  unkept: ({ answer, fact }) => (fact ? [] : (answerKindOf(answer.type).labels?.(answer) ?? [])),
  reads: step => [...lineReads(step.line), ...lineReads(step.again ?? [])],
  sets: step => (step.fact ? [step.fact] : []),
  // Who is never understood goes on without an answer; the checks are for those who give one.
  after(step, { part }, before) {
    if (!step.fact) return before;
    const kind = answerKindOf(step.answer.type);
    const values = part === 'otherwise' ? undefined : kind.values?.(step.answer, part);
    return before.with(step.fact, known(values ?? anything));
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
    const beside = kind.otherwise?.(answer);
    const otherwise = beside ? stage.way(beside.to) : undefined;
    const giveUp = stage.way(step.giveUp?.to);

    const accept = (run: Run, value: Value): Next => {
      run.doubt = undefined;
      run.tries = 0;
      const picked = kind.picked?.(answer, value);
      if (fact !== undefined) run.learn(step.id, fact, picked ? picked.value : value);
      return picked?.to === undefined ? on : stage.way(picked.to);
    };
    const settle = (run: Run, reply: Reply): Next | undefined => {
      if (!run.doubt) return undefined;
      const agreed =
        reply.choice === PROBABLY
          ? true
          : reply.choice === AS_TYPED
            ? false
            : yesOrNo(understandYesNo(reply.text, run.world.locale.language));
      return agreed === undefined ? undefined : accept(run, agreed ? run.doubt.probably : run.doubt.value);
    };
    return {
      comesFirst: step.comesFirst === true,
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
          const { language } = run.world.locale;
          const probably = String(understood.probably);
          run.acts.push({
            act: 'ask',
            step: step.id,
            line: spoken(language, 'did you mean', { probably }),
            answer: {
              type: answer.type,
              choices: [
                { id: PROBABLY, label: message(language, 'yes, that', { probably }) },
                { id: AS_TYPED, label: message(language, 'no, as typed', { typed: String(understood.value) }) },
              ],
            },
          });
          return WAIT;
        }
        if ('value' in understood) return accept(run, understood.value);
        if (otherwise !== undefined && understood.unclear !== 'empty') return otherwise;
        run.tries++;
        if (run.tries >= step.tries) {
          run.tell(step.id, { code: 'not understood', tries: step.tries });
          return giveUp;
        }
        // What tells more than that it was not understood is said in its own words.
        const missed = understood.unclear === 'no match' ? standing(run.world, 'notUnderstood') : undefined;
        const line = speakAgain?.(run) ?? missed ?? lineOf(kind.again(answer, understood.unclear, run.world));
        run.acts.push({ act: 'ask', step: step.id, line, answer: shown(run) });
        return WAIT;
      },
      skip(run) {
        run.doubt = undefined;
        run.tell(step.id, { code: 'left out' });
        return otherwise ?? giveUp;
      },
      offers: text => kind.offers?.(answer, text) ?? false,
      makes(reply, world) {
        if (kind.typed === 'anything') return kind.isProse ? 'an answer' : 'perhaps an answer';
        if ('value' in kind.understand(answer, reply, world)) {
          const labels = kind.labels?.(answer);
          return !labels || labels.some(({ label }) => bare(label) === bare(reply.text))
            ? 'an answer'
            : 'rather an answer';
        }
        return otherwise === undefined ? 'no answer' : 'led elsewhere';
      },
      answers(reply, wanted, world) {
        // What is to be picked here may be just what is wished for.
        const label = kind
          .labels?.(answer)
          .map(one => one.label)
          .find(one => understandWish(one, world.locale.language, world.wishes)?.wish === wanted.wish);
        if (label !== undefined) return { ...reply, text: label };
        if (kind.typed === 'anything' || (kind.typed === 'sentences' && !wanted.called)) return undefined;
        return 'value' in kind.understand(answer, reply, world) ? reply : undefined;
      },
    };
  },
};

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
