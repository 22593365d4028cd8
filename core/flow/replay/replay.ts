import { dequal } from 'dequal/lite';
import { entriesOf, recordedOf } from '../../conversation/entries/registry.ts';
import { outsideAgain } from '../../questions/outside/outside.ts';
import type { Act } from '../acts/registry.ts';
import { dice } from '../dice.ts';
import { findStep } from '../edits.ts';
import type { Event, FoundForReply } from '../event.ts';
import type { Flow } from '../format.ts';
import type { Id } from '../id.ts';
import { play } from '../play.ts';
import type { Stage } from '../runs/rehearse.ts';
import { freshSession, type Session } from '../session.ts';
import { kindOf } from '../steps/registry.ts';
import type { World } from '../world.ts';
import { type Ending, type GivenAnswer, type Journey, journeyOf } from './journey.ts';
import type { Recorded, RecordedLine } from './recorded.ts';

/** What would have gone otherwise in a conversation, had the draft led it. */
export type Difference =
  | { differs: 'ending'; before: Ending; after: Ending }
  | { differs: 'no longer asked'; step: Id }
  | { differs: 'no longer understood'; step: Id; text: string }
  | { differs: 'now understood'; step: Id; text: string }
  | { differs: 'new question'; step: Id };

/** What happened in a replay, in order: a visitor’s answer (undefined for the opening), and what the draft then did. */
export interface Replayed {
  exchanges: Array<{ reply: GivenAnswer['reply'] | undefined; acts: Act[] }>;
  differences: Difference[];
}

/** No conversation has more to it than this; what goes on beyond it goes round. */
const MOST_EVENTS = 300;

/** The answers of one visitor, each to be given once, to the question that it was given to. */
class Answers {
  private readonly rest: GivenAnswer[];
  constructor(answers: readonly GivenAnswer[]) {
    this.rest = [...answers];
  }
  /** The next answer to a question; to one that was asked as another step, by the fact that keeps it. */
  take(step: Id, facts: readonly string[]): GivenAnswer | undefined {
    let at = this.rest.findIndex(given => given.step === step);
    if (at < 0) at = this.rest.findIndex(given => given.facts.some(fact => facts.includes(fact)));
    return at < 0 ? undefined : this.rest.splice(at, 1)[0];
  }
}

/** What came of an order: why it failed, or what was learnt from it; or nothing yet, when the log ends before that. */
interface Came {
  failed?: string;
  learnt: Map<string, unknown>;
  unanswered?: true;
}

/** What came of what was ordered in a recorded conversation, order by order. */
function whatCame(lines: readonly RecordedLine[]): Came[] {
  const orders: Came[] = [];
  // What is not ordered for want of a fact is noted as failed all the same; that says nothing of the order before it.
  let waits = false;
  for (const line of lines) {
    const last = orders.at(-1);
    if (line.did === 'ordered') orders.push({ learnt: new Map() });
    else if (line.did === 'order failed' && waits) last!.failed = line.why;
    else if (line.did === 'learnt' && last && !last.learnt.has(line.fact)) last.learnt.set(line.fact, line.value);
    // Visitors may well write while they wait.
    if (line.did !== 'replied') waits = line.did === 'ordered';
  }
  if (waits) orders.at(-1)!.unanswered = true;
  return orders;
}

/**
 * Whether somebody of each team was there when the flow came to hand over to it, the next time from a line on; of a team of
 * which nothing is told from there, as it was told last.
 */
function staffedFrom(lines: readonly RecordedLine[], from: number): Record<string, boolean> {
  const staffed: Record<string, boolean> = Object.create(null);
  const tell = (line: RecordedLine, into: Record<string, boolean>): void => {
    if (line.did === 'found nobody') into[line.team] ??= false;
    else if (line.did === 'handed over' && line.team !== null) into[line.team] ??= true;
  };
  for (const line of lines.slice(from)) tell(line, staffed);
  for (const line of lines.slice(0, from).reverse()) tell(line, staffed);
  return staffed;
}

const again = ({ tags = [], begins, ...one }: Extract<RecordedLine, { did: 'looked up' }>['found'][number]) => ({
  ...one,
  tags,
  answer: '',
  ...(begins ? { flows: [{ label: '', ...begins }], atOnce: true as const } : {}),
});

/** What was found for a reply when it was given: the answers’ own words are not compared. */
function foundFor(lines: readonly RecordedLine[], { number }: GivenAnswer['reply']): { found?: FoundForReply } {
  const at = lines.findIndex(line => line.did === 'replied' && line.number === number);
  const next = lines.findIndex((line, index) => index > at && line.did === 'replied');
  const looked = lines
    .slice(at + 1, next < 0 ? undefined : next)
    .flatMap(line => (line.did === 'looked up' ? [{ ...line, articles: line.found.map(again) }] : []));
  const [first] = looked;
  if (!first) return {};
  const { articles, byMeaning, outside } = first;
  return {
    found: {
      articles,
      byMeaning,
      ...(looked.length > 1 ? { several: looked.map(({ asked = '', articles }) => ({ asked, articles })) } : {}),
      ...(outside ? { outside: outsideAgain(outside) } : {}),
    },
  };
}

/**
 * Plays a draft over one real conversation: the same visitor, at the same time, giving the same answers to the same
 * questions. Where the draft asks what this visitor was never asked, the replay stops and says so. Pauses pass,
 * reminders do not come up, people are not replayed, and services answer as they did.
 * @param stage the workspace as it is now: its business facts and hours
 */
export function replay(draft: Flow, recorded: Recorded, stage: Stage): Replayed {
  const { journey: before, answers, handsBack } = journeyOf(recorded.lines);
  const rest = new Answers(answers);
  const orders = whatCame(recorded.lines);
  const exchanges: Replayed['exchanges'] = [];
  const lines: RecordedLine[] = [];
  const { visitor, visit } = recorded;
  const world: World = {
    now: recorded.startedAt,
    zone: stage.zone,
    country: stage.country,
    locale: stage.locale,
    business: stage.business,
    hours: stage.hours,
    ...(stage.products ? { products: stage.products } : {}),
    staffed: staffedFrom(recorded.lines, 0),
    visitor,
    visit,
    random: dice(recorded.seed),
  };
  let session: Session = freshSession(recorded.remembered);
  let back = handsBack;
  const handBack = (): void => {
    back--;
    lines.push({ did: 'handed back', at: world.now });
    happen({ event: 'handed back' });
  };
  const happen = (event: Event, reply?: GivenAnswer['reply']): void => {
    if (reply) {
      lines.push(reply);
      const at = recorded.lines.findIndex(line => line.did === 'replied' && line.number === reply.number);
      const staffed = staffedFrom(recorded.lines, at);
      Object.assign(world, { now: reply.at, random: dice(recorded.seed + reply.number - 1), staffed });
    }
    const played = play(draft, session, event, world);
    session = played.session;
    exchanges.push({ reply, acts: played.acts });
    const position = { number: 0, at: world.now };
    for (const entry of entriesOf(played.acts, draft.speaker)) lines.push(...recordedOf(entry, position));
  };
  happen({ event: 'opened' });
  for (let events = 0; events < MOST_EVENTS; events++) {
    const ticket = session.ticket ?? 0;
    if (session.state === 'pausing') happen({ event: 'timer', ticket });
    else if (session.state === 'awaiting') {
      const step = findStep(draft, session.at ?? '')?.step;
      const came = orders.shift();
      if (came?.unanswered) break;
      const resultFor = step && kindOf(step).resultFor;
      happen(
        resultFor && came && came.failed === undefined
          ? { event: 'told', ticket, outcome: 'worked', result: resultFor(step, came.learnt) }
          : { event: 'told', ticket, outcome: 'failed', why: came?.failed ?? 'nobody knows what it would answer.' },
      );
    } else if (session.state === 'handed over' && back > 0) {
      handBack();
    } else if (session.state === 'asking' && session.at !== undefined) {
      const at = session.at;
      const step = findStep(draft, at)?.step;
      const given = rest.take(at, step ? kindOf(step).sets(step) : []);
      if (!given && session.fetching && back > 0) {
        handBack();
        continue;
      }
      if (!given) break;
      const { did: _, number: __, at: ___, ...said } = given.reply;
      happen({ event: 'replied', ...said, ...foundFor(recorded.lines, given.reply) }, given.reply);
    } else break;
  }
  // A scene that ran out ended without a word.
  if (session.state === 'ended') lines.push({ did: 'ended' });
  return { exchanges, differences: differences(before, journeyOf(lines).journey) };
}

function differences(before: Journey, after: Journey): Difference[] {
  const found: Difference[] = [];
  const { ending } = after;
  const isNew = ending.end === 'left' && !before.asked.includes(ending.step);
  if (isNew) found.push({ differs: 'new question', step: ending.step });
  else if (!dequal(before.ending, ending)) found.push({ differs: 'ending', before: before.ending, after: ending });
  // Where the replay had to stop, what would have come later is not known.
  if (!isNew)
    for (const step of before.asked) if (!after.asked.includes(step)) found.push({ differs: 'no longer asked', step });
  for (const [step, { text, was }] of after.understood) {
    const earlier = before.understood.get(step);
    if (earlier && earlier.was !== was)
      found.push({ differs: was ? 'now understood' : 'no longer understood', step, text });
  }
  return found;
}

/** How an ending is told: “ended as a lead”, “was handed over to Sales”. */
export function endingWords(ending: Ending, question: (step: Id) => string): string {
  switch (ending.end) {
    case 'ended':
      return ending.outcome ? `ended with the outcome “${ending.outcome}”` : 'ended';
    case 'handed over':
      return ending.team ? `was handed over to ${ending.team}` : 'was handed over';
    case 'left':
      return `was left at ${question(ending.step)}`;
    case 'never began':
      return 'never began';
  }
}

/**
 * A difference as a sentence.
 * @param question how a question is called, such as its words in quotes
 */
export function differenceWords(difference: Difference, question: (step: Id) => string): string {
  switch (difference.differs) {
    case 'ending':
      return `It ${endingWords(difference.before, question)}; with the draft it ${endingWords(
        difference.after,
        question,
      )
        .replace(/^was/, 'is')
        .replace(/^ended/, 'ends')}.`;
    case 'no longer asked':
      return `${question(difference.step)} is no longer asked.`;
    case 'no longer understood':
      return `“${difference.text}” is no longer understood at ${question(difference.step)}.`;
    case 'now understood':
      return `“${difference.text}” is now understood at ${question(difference.step)}.`;
    case 'new question':
      return `The draft asks ${question(difference.step)}, which this visitor was never asked.`;
  }
}
