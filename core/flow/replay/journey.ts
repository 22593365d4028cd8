import type { Id } from '../id.ts';
import type { RecordedLine, RecordedReply } from './recorded.ts';

/** How a conversation came to its end, or stopped. */
export type Ending =
  | { end: 'ended'; outcome?: string }
  | { end: 'handed over'; team: string | null }
  /** The visitor left while this question was open. */
  | { end: 'left'; step: Id }
  | { end: 'never began' };

/** What matters of a conversation when two versions of its flow are held beside each other. */
export interface Journey {
  /** Every question that was asked, once each, in order. */
  asked: Id[];
  /** For the questions that were answered, the last answer and whether it was understood. */
  understood: Map<Id, { text: string; was: boolean }>;
  ending: Ending;
}

/** A visitor’s answer, the question it was given to, and the facts that it was kept in. */
export interface GivenAnswer {
  step: Id;
  reply: RecordedReply;
  facts: string[];
}

/** The part of a conversation that its flow led: as far as its first ending, and no more. */
export function journeyOf(lines: readonly RecordedLine[]): {
  journey: Journey;
  answers: GivenAnswer[];
  handsBack: number;
} {
  const journey: Journey = { asked: [], understood: new Map(), ending: { end: 'never began' } };
  const answers: GivenAnswer[] = [];
  let open: Id | undefined;
  let answered: GivenAnswer | undefined;
  let led = true;
  let fetched: Ending | undefined;
  let handsBack = 0;
  for (const line of lines) {
    if (line.did === 'handed back') {
      // Where it goes on from there is what somebody chose, and not the flow.
      if (line.to !== undefined) return { journey, answers, handsBack };
      led = true;
      fetched = undefined;
      handsBack++;
      continue;
    }
    // What is written to people is no answer to the flow.
    if (!led) continue;
    switch (line.did) {
      case 'asked':
        // The same question once more: what was answered was not understood.
        if (answered)
          journey.understood.set(answered.step, { text: answered.reply.text, was: answered.step !== line.step });
        answered = undefined;
        open = line.step;
        if (!journey.asked.includes(open)) journey.asked.push(open);
        // What is asked until somebody comes is not where it ended.
        journey.ending = fetched ?? { end: 'left', step: open };
        break;
      case 'replied':
        if (open === undefined) break;
        answered = { step: open, reply: line, facts: [] };
        answers.push(answered);
        journey.understood.set(open, { text: line.text, was: true });
        break;
      case 'learnt':
        answered?.facts.push(line.fact);
        break;
      case 'handed over':
        journey.ending = { end: 'handed over', team: line.team };
        answered = undefined;
        open = undefined;
        led = line.meanwhile === true;
        if (led) fetched = journey.ending;
        break;
      case 'taken':
        open = undefined;
        led = false;
        break;
      case 'ended':
        journey.ending = { end: 'ended', ...(line.outcome === undefined ? {} : { outcome: line.outcome }) };
        return { journey, answers, handsBack };
    }
  }
  return { journey, answers, handsBack };
}
