import { z } from 'zod';
import { understandYesNo } from '../../answers/yesno.ts';
import { FactName } from '../../facts/fact.ts';
import { known, oneOf, unknown } from '../../facts/knowledge.ts';
import { factMark, plain } from '../../facts/words.ts';
import { message, spoken } from '../../messages/message.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, Link, lineFacts, lineReads, lineText, type SpokenLine } from '../line.ts';
import type { AnswerShown } from '../shown.ts';
import { type StepFinding, type StepKind, WAIT, wayWords } from './kind.ts';
import { quoted } from './say.ts';

/** What a visitor may agree to; each is asked for by itself. */
export const Purpose = z.enum(['news by email', 'news by text', 'storing data']);
export type Purpose = z.infer<typeof Purpose>;

export const AskConsent = z.strictObject({
  id: Id,
  kind: z.literal('ask consent'),
  purpose: Purpose,
  /** The exact words that are agreed to; they are kept with the answer. */
  line: Line,
  /** Where it says more; kept with the answer too. */
  policy: Link.optional(),
  /** The fact that keeps whether they agreed. */
  fact: FactName.optional(),
  /** Where it goes on when they did not agree; the next step when absent. */
  declined: z.strictObject({ to: Id.optional() }).optional(),
});
export type AskConsent = z.infer<typeof AskConsent>;

const GIVEN = 'given';
const DECLINED = 'declined';
/** How often it is asked before silence is taken for what it is: no consent. */
const TRIES = 2;

const answer = (language: string): AnswerShown => ({
  type: 'yes/no',
  choices: [
    { id: GIVEN, label: message(language, 'consent given') },
    { id: DECLINED, label: message(language, 'consent declined') },
  ],
});

function withPolicy(line: SpokenLine, policy: string | undefined, language: string): SpokenLine {
  return policy ? [...line, [{ text: message(language, 'consent policy'), link: policy }]] : line;
}

/** What the checks call a consent among the facts; no fact can have such a name. */
export const consentTo = (purpose: string): string => `consent: ${purpose}`;

/** Asks for consent to one purpose. Nothing is ticked beforehand, and only a plain yes is one. */
export const askConsent: StepKind<AskConsent> = {
  kind: 'ask consent',
  purpose: 'Ask for consent, and keep its exact words',
  schema: AskConsent,
  hasLine: true,
  blank: id => ({ id, kind: 'ask consent', purpose: 'news by email', line: [] }),
  words: (step, around) => [
    plain(`Ask for consent to ${step.purpose}: `),
    ...quoted(step.line),
    ...(step.policy ? [plain(` with the policy at ${step.policy}`)] : []),
    ...(step.fact ? [plain('; keep it as '), factMark(step.fact)] : []),
    plain('; without it '),
    ...wayWords(step.declined?.to, around),
  ],
  exits: step => [
    { label: 'agreed', part: 'agreed' },
    { scene: step.declined?.to, label: 'not agreed', part: 'declined' },
  ],
  waits: () => true,
  reading: ({ line }) => ({ line }),
  reads: step => lineReads(step.line),
  sets: step => (step.fact ? [step.fact] : []),
  after(step, { part }, before) {
    const agreed = part === 'agreed';
    const after = step.fact ? before.with(step.fact, known(oneOf([agreed]))) : before;
    return agreed ? after.with(consentTo(step.purpose), known()) : after;
  },
  check(step, around) {
    const findings: StepFinding[] = [];
    if (isEmptyLine(step.line))
      findings.push({
        code: 'empty line',
        level: 'problem',
        sentence: 'Nothing says what is agreed to.',
        part: 'line',
      });
    for (const name of [...lineFacts(step.line), ...(step.fact ? [step.fact] : [])]) {
      const fact = around.facts.find(known => known.name === name);
      if (!fact)
        findings.push({
          code: 'no such fact',
          level: 'problem',
          sentence: `“${name}” is not a fact of this flow.`,
          part: 'line',
        });
      else if (name === step.fact && fact.type !== 'yes/no')
        findings.push({
          code: 'wrong type',
          level: 'problem',
          sentence: `“${name}” holds ${fact.type} and cannot keep a consent.`,
          part: 'fact',
        });
    }
    return findings;
  },
  play(step, stage) {
    const speak = stage.speak(step.line);
    const on = stage.way(undefined);
    const without = stage.way(step.declined?.to);
    return {
      enter(run) {
        run.tries = 0;
        const { language } = run.world.locale;
        const line = withPolicy(speak(run), step.policy, language);
        run.acts.push({ act: 'ask', step: step.id, line, answer: answer(language) });
        return WAIT;
      },
      answer(run, reply) {
        const understood = understandYesNo(reply.text, run.world.locale.language);
        const given =
          reply.choice === GIVEN
            ? true
            : reply.choice === DECLINED
              ? false
              : 'value' in understood
                ? understood.value
                : undefined;
        if (typeof given !== 'boolean') {
          run.tries++;
          if (run.tries >= TRIES) return without;
          run.acts.push({
            act: 'ask',
            step: step.id,
            line: spoken(run.world.locale.language, 'yes or no again'),
            answer: answer(run.world.locale.language),
          });
          return WAIT;
        }
        run.acts.push({
          act: 'record consent',
          step: step.id,
          purpose: step.purpose,
          wording: lineText(speak(run)),
          given,
          ...(step.policy ? { policy: step.policy } : {}),
        });
        if (step.fact) run.learn(step.id, step.fact, given);
        return given ? on : without;
      },
      makes: ({ text }, { locale }) => ('value' in understandYesNo(text, locale.language) ? 'an answer' : 'no answer'),
      skip: () => without,
    };
  },
};

export const WithdrawConsent = z.strictObject({ id: Id, kind: z.literal('withdraw consent'), purpose: Purpose });
export type WithdrawConsent = z.infer<typeof WithdrawConsent>;

/** Takes a consent back, from now on; what was agreed to before stays on record. */
export const withdrawConsent: StepKind<WithdrawConsent> = {
  kind: 'withdraw consent',
  purpose: 'Take back a consent given before',
  schema: WithdrawConsent,
  blank: id => ({ id, kind: 'withdraw consent', purpose: 'news by email' }),
  words: step => [plain(`Withdraw the consent to ${step.purpose}`)],
  exits: () => [{}],
  waits: () => false,
  reads: () => [],
  sets: () => [],
  after: (step, _, before) => before.with(consentTo(step.purpose), unknown),
  check: () => [],
  play(step, stage) {
    const on = stage.way(undefined);
    return {
      enter(run) {
        run.acts.push({ act: 'withdraw consent', step: step.id, purpose: step.purpose });
        return on;
      },
    };
  },
};
