import { z } from 'zod';
import { understandYesNo } from '../../answers/yesno.ts';
import { plain } from '../../facts/words.ts';
import { message, spoken } from '../../messages/message.ts';
import { type FromOutside, OutsideName } from '../../questions/outside/outside.ts';
import {
  answersToSeveral,
  type FoundArticle,
  noteLookUp,
  settled,
  tellArticle,
  tellComposed,
  tellSeveral,
} from '../answering.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, lineOf, lineReads, type SpokenLine } from '../line.ts';
import type { World } from '../world.ts';
import { type Exit, type Next, type Reply, type Run, type StepFinding, type StepKind, WAIT, wayWords } from './kind.ts';
import { lineFindings, quoted } from './say.ts';

export const AnswerQuestions = z.strictObject({
  id: Id,
  kind: z.literal('answer questions'),
  line: Line,
  /** Only articles with one of these tags are said; all of them when absent. */
  tags: z.array(z.string().trim().min(1).max(40)).min(1).max(20).optional(),
  /** From how sure on something is said here, from 0 to 1; as everywhere when absent. */
  sure: z.number().min(0.05).max(0.99).optional(),
  /** Who outside words what was found, or answers; as it is written when absent. */
  outside: OutsideName.optional(),
  /** Whether each answer is followed by the question whether it helped. */
  asksHelped: z.literal(true).optional(),
  /** After so many questions in a row that were not answered, or not helped, it goes elsewhere. */
  misses: z.int().min(1).max(5),
  /** Where to; without it, to whoever is there of the team. */
  missed: z.strictObject({ to: Id.optional() }).optional(),
  /** After so many answers the flow goes on; as long as the visitor likes when absent. */
  most: z.int().min(1).max(50).optional(),
});
export type AnswerQuestions = z.infer<typeof AnswerQuestions>;

/** What can be picked beside articles, whose identities are numbers. */
const DONE = 'done';
const PERSON = 'person';
const HELPED = 'helped';
const NOT_HELPED = 'not-helped';
const NONE = 'none';
const OFFERED = 'offered-';
const OWN: ReadonlySet<string> = new Set([DONE, PERSON, HELPED, NOT_HELPED, NONE]);

/** Whether somebody of the team takes chats, as far as that is known. */
const isSomebodyThere = ({ taking }: World): boolean => taking === undefined || Object.values(taking).some(Boolean);

/** Answers what visitors ask from the workspace’s articles until they have no more questions, and says so when it does not know. */
export const answerQuestions: StepKind<AnswerQuestions> = {
  kind: 'answer questions',
  purpose: 'Answer what visitors ask, from your answers',
  schema: AnswerQuestions,
  hasLine: true,
  blank: id => ({
    id,
    kind: 'answer questions',
    line: [[{ text: 'What would you like to know?' }]],
    asksHelped: true,
    misses: 2,
  }),
  words: (step, around) => [
    plain('Answer questions: '),
    ...quoted(step.line),
    ...(step.tags ? [plain(`; only from answers tagged ${step.tags.join(', ')}`)] : []),
    ...(step.sure === undefined ? [] : [plain(`; from ${Math.round(step.sure * 100)}% sure`)]),
    ...(step.outside === undefined
      ? []
      : [plain(step.outside === 'composed' ? '; worded by the model' : '; answered by your service')]),
    ...(step.asksHelped ? [plain('; ask whether it helped')] : []),
    plain(`; after ${step.misses === 1 ? 'one miss' : `${step.misses} misses`} `),
    ...(step.missed ? wayWords(step.missed.to, around) : [plain('fetch a person')]),
    ...(step.most === undefined
      ? []
      : [plain(`; after ${step.most === 1 ? 'one answer' : `${step.most} answers`} carry on`)]),
  ],
  exits(step) {
    const exits: Exit[] = [{ label: 'no more questions' }];
    if (step.missed) exits.push({ scene: step.missed.to, label: 'not known', part: 'missed' });
    return exits;
  },
  waits: () => true,
  asks: true,
  reading: ({ line }) => ({ line }),
  reads: step => lineReads(step.line),
  sets: () => [],
  check(step, around) {
    const findings: StepFinding[] = lineFindings(step.line, around, 'line');
    if (isEmptyLine(step.line))
      findings.push({
        code: 'empty line',
        level: 'problem',
        sentence: 'Nothing invites visitors to ask.',
        part: 'line',
      });
    return findings;
  },
  play(step, stage) {
    const speak = stage.speak(step.line);
    const on = stage.way(undefined);
    const missed = step.missed && stage.way(step.missed.to);

    const ask = (run: Run, line: SpokenLine, choices: Array<{ id: string; label: string }> = []): Next => {
      run.acts.push({ act: 'ask', step: step.id, line, answer: { type: 'choice', choices } });
      return WAIT;
    };
    const done = ({ world }: Run) => ({ id: DONE, label: message(world.locale.language, 'no more questions') });
    const person = ({ world }: Run) => ({
      id: PERSON,
      label: message(world.locale.language, isSomebodyThere(world) ? 'to a person' : 'leave it to a person'),
    });
    const miss = (run: Run, code: 'not known' | 'not helped'): Next => {
      const { language } = run.world.locale;
      run.answering.missed++;
      if (run.answering.missed < step.misses) return ask(run, spoken(language, code), [person(run), done(run)]);
      const times = run.answering.missed;
      run.answering.missed = 0;
      run.tell(step.id, { code: 'questions not answered', times });
      if (missed !== undefined) {
        run.acts.push({ act: 'say', step: step.id, line: spoken(language, 'not known either') });
        return missed;
      }
      return run.fetchSomebody(step.id, { code: 'questions not answered', times });
    };
    /** Something was answered; whether that helped is asked where the step says so. */
    const told = (run: Run, { id, question }: FoundArticle): Next => {
      run.answering.answered++;
      if (!step.asksHelped) return further(run);
      const { language } = run.world.locale;
      run.answering.helps = { id, question };
      return ask(run, spoken(language, 'did that help'), [
        { id: HELPED, label: message(language, 'that helped') },
        { id: NOT_HELPED, label: message(language, 'that did not help') },
      ]);
    };
    /** What a service answers is said as it stands; what it offers is asked like anything else. */
    const fromService = (run: Run, { lines, choices, person }: Extract<FromOutside, { did: 'answered' }>): Next => {
      const said = lines.map(text => lineOf(text));
      const last = choices.length > 0 && !person ? said.pop() : undefined;
      for (const line of said) run.acts.push({ act: 'say', step: step.id, line });
      if (person) return run.fetchSomebody(step.id, { code: 'service wishes for somebody' });
      run.answering.answered++;
      run.answering.missed = 0;
      if (!last) return further(run);
      return ask(run, last, [...choices.map((label, at) => ({ id: `${OFFERED}${at + 1}`, label })), done(run)]);
    };
    const handle = (run: Run, { text, choice, found = { articles: [], byMeaning: false } }: Reply): Next => {
      const { language } = run.world.locale;
      const { decision, articles } = settled(found, run.world, { tags: step.tags, answer: step.sure });
      const picked = articles.find(article => article.id === choice);
      const said = picked ?? articles.find(({ id }) => decision.kind === 'answer' && decision.id === id);
      const outside = step.outside && found.outside;
      if (outside?.did === 'answered') {
        // None of what was found is said.
        noteLookUp(run, step.id, text, found, [], 'answered');
        return fromService(run, outside);
      }
      const isUnknown = outside?.did === 'did not know' && (said || outside.by === 'service');
      if (isUnknown) {
        noteLookUp(run, step.id, text, found, articles, 'did not know');
        return miss(run, 'not known');
      }
      const several = picked ? [] : answersToSeveral(found, run.world, { tags: step.tags, answer: step.sure });
      if (several.length > 0 && outside?.did !== 'composed')
        return tellSeveral(run, step.id, found, several) ?? told(run, several.at(-1)!.said);
      const answered = said ?? several[0]?.said;
      if (answered) {
        const composed =
          outside?.did === 'composed' && (!picked || outside.sources.includes(picked.id)) ? outside : undefined;
        const each = [...articles, ...several.map(({ said }) => said)];
        const sources = (composed?.sources ?? []).flatMap(id => each.find(article => article.id === id) ?? []);
        const first = sources[0] ?? answered;
        noteLookUp(run, step.id, text, found, [first, ...articles.filter(article => article !== first)], 'answered');
        if (!composed || sources.length === 0) return tellArticle(run, step.id, answered) ?? told(run, first);
        tellComposed(run, step.id, composed.text, sources);
        return told(run, first);
      }
      if (decision.kind === 'did you mean') {
        noteLookUp(run, step.id, text, found, articles, 'asked back');
        const choices = articles
          .filter(article => decision.ids.includes(article.id))
          .map(article => ({ id: article.id, label: article.question }));
        return ask(run, spoken(language, choices.length === 1 ? 'is this meant' : 'which is meant'), [
          ...choices,
          { id: NONE, label: message(language, 'none of these is meant') },
        ]);
      }
      noteLookUp(run, step.id, text, found, articles, 'did not know');
      return miss(run, 'not known');
    };
    /** What else they would like to know; on, when it was enough. */
    const further = (run: Run): Next => {
      if (step.most !== undefined && run.answering.answered >= step.most) return on;
      return ask(run, spoken(run.world.locale.language, 'what else'), [done(run)]);
    };
    const rated = (run: Run, isGood: boolean): Next => {
      const { helps } = run.answering;
      run.answering.helps = undefined;
      if (helps)
        run.acts.push({
          act: 'answer helped',
          step: step.id,
          article: helps,
          asked: run.asked?.at(-1) ?? '',
          helped: isGood,
        });
      if (!isGood) return miss(run, 'not helped');
      run.answering.missed = 0;
      return further(run);
    };
    /** What yes and no mean depends on what was asked last. */
    const saidYesOrNo = (run: Run, text: string): Next | undefined => {
      const understood = understandYesNo(text, run.world.locale.language);
      if (!('value' in understood) || typeof understood.value !== 'boolean') return undefined;
      if (run.answering.helps) return rated(run, understood.value);
      return understood.value ? ask(run, speak(run)) : on;
    };
    const { tags, sure, outside } = step;
    return {
      answersFrom: { tags, sure, outside },
      enter(run) {
        run.answering = { answered: 0, missed: 0 };
        // Who was led here by a question has asked already.
        const asked = run.ledBy;
        run.ledBy = undefined;
        return asked?.found ? handle(run, asked) : ask(run, speak(run));
      },
      isAsked: ({ choice, choices, fields, file, text }, { locale }) =>
        choice === undefined
          ? choices === undefined &&
            fields === undefined &&
            file === undefined &&
            !('value' in understandYesNo(text, locale.language))
          : !OWN.has(choice),
      answer(run, reply) {
        if (reply.choice === DONE) return on;
        if (reply.choice === PERSON) return run.fetchSomebody(step.id, { code: 'visitor wanted somebody' });
        if (reply.choice === HELPED || reply.choice === NOT_HELPED) return rated(run, reply.choice === HELPED);
        if (reply.choice === NONE) return miss(run, 'not known');
        const next = reply.choice === undefined ? saidYesOrNo(run, reply.text) : undefined;
        if (next !== undefined) return next;
        run.answering.helps = undefined;
        return handle(run, reply);
      },
      skip: () => on,
    };
  },
};
