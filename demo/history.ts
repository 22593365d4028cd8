import type { Entry } from '@kineta/contract';
import {
  type Act,
  dice,
  type EntryBody,
  type Event,
  entriesOf,
  entryKindOf,
  type Flow,
  freshSession,
  play,
  type Session,
  type Value,
  type World,
} from '@kineta/core';
import type { conversing } from '@kineta/server';

/** One conversation of the made-up week, ready to be written. */
export interface PastConversation {
  visitor: { facts: Record<string, Value>; name: string };
  row: Pick<
    conversing.ConversationRow,
    'holder' | 'session' | 'preview' | 'outcome' | 'page' | 'started_at' | 'last_at' | 'waiting_since'
  > & {
    agent: string | null;
    team: string | null;
  };
  entries: Entry[];
}

type Dice = () => number;
/** How the conversation ends for the inbox: as it may, or kept open in a given state. */
export type Ending = 'natural' | 'waiting' | 'with an agent' | 'with the flow';

const firstNames = [
  'Maud',
  'Idris',
  'Tamsin',
  'Oswin',
  'Nessa',
  'Callum',
  'Beatrix',
  'Rafe',
  'Ilse',
  'Gwen',
  'Jonty',
  'Hester',
  'Amara',
  'Piers',
  'Lottie',
  'Silas',
  'Orla',
  'Dev',
  'Marnie',
  'Edda',
  'Kit',
  'Sunniva',
  'Bram',
  'Thea',
];
const lastNames = [
  'Ellery',
  'Vance',
  'Roe',
  'Hale',
  'Farrow',
  'Dray',
  'Loam',
  'Tolland',
  'Penhale',
  'Sharrow',
  'Mire',
  'Quill',
  'Flint',
  'Aldous',
  'Crane',
  'Brook',
  'Fenwick',
  'Hartley',
  'Stow',
  'Voss',
  'Rowan',
  'Lark',
  'Otley',
  'Marsh',
];
const pages = ['/', '/heat-pumps', '/heat-pumps/costs', '/batteries', '/insulation', '/help', '/contact'];
const messages = [
  'Does the estimate include the radiators?',
  'We have a listed building, is that a problem?',
  'Can you quote for a battery at the same time?',
  'How long is the wait at the moment?',
  'It says F4 and the house is getting cold',
  'I asked twice about the invoice',
];
const agentLines = [
  'Hello, this is the right place. Let me look at your estimate.',
  'Yes: the figure assumes that we swap up to four radiators. The survey tells which.',
  'We can do both in one visit, and the survey is free.',
  'Shall I book you in for Tuesday morning?',
];
const thanks = ['Great, that’s what I needed', 'Thanks!', 'Perfect, thank you', 'OK, I’ll talk it over at home'];

/** Visitors an hour over the day, before noon and after tea the most. */
const rhythm = [1, 0, 0, 0, 0, 1, 3, 6, 9, 11, 12, 11, 9, 9, 10, 9, 8, 9, 11, 12, 10, 7, 4, 2];

const pick = <T>(list: readonly T[], throwDice: Dice): T => list[Math.floor(throwDice() * list.length)] as T;

function typed(amount: number, throwDice: Dice): string {
  return pick(
    [`about ${amount.toLocaleString('en-GB')}`, `£${amount}`, `${amount}`, `£${(amount / 1_000).toFixed(1)}k`],
    throwDice,
  );
}

/** How this visitor answers, or null when they leave. */
function answerTo(ask: Extract<Act, { act: 'ask' }>, person: string, throwDice: Dice): Event | null {
  if (throwDice() < 0.07) return null;
  const { type, choices } = ask.answer;
  if (type === 'yes/no' && !choices?.some(choice => choice.id === 'given'))
    return { event: 'replied', text: throwDice() < 0.78 ? pick(['Yes', 'yep', 'yes we do'], throwDice) : 'No' };
  if (choices && throwDice() < 0.95) {
    // The first choices are taken more often than the last, as people do.
    const choice = choices[Math.floor(throwDice() ** 1.5 * choices.length)]!;
    return { event: 'replied', text: choice.label, choice: choice.id };
  }
  switch (type) {
    case 'number':
      return {
        event: 'replied',
        text: throwDice() < 0.06 ? 'no idea' : typed(900 + Math.round(throwDice() * 26) * 100, throwDice),
      };
    case 'email':
      if (throwDice() < 0.15) return null;
      if (throwDice() < 0.06) return { event: 'replied', text: person.split(' ')[0]!.toLowerCase() };
      return {
        event: 'replied',
        text: `${person.split(' ')[0]!.toLowerCase()}@${person.split(' ')[1]!.toLowerCase()}.example`,
      };
    case 'phone':
      return { event: 'replied', text: `07700 900${String(100 + Math.floor(throwDice() * 900))}` };
    case 'short text':
      return { event: 'replied', text: person.split(' ')[0]! };
    default:
      return { event: 'replied', text: pick(messages, throwDice) };
  }
}

/** One conversation, played through the flow by a made-up visitor. */
function converse(
  flow: Flow,
  world: World,
  start: number,
  ending: Ending,
  throwDice: Dice,
  clientId: () => string,
): PastConversation {
  const person = `${pick(firstNames, throwDice)} ${pick(lastNames, throwDice)}`;
  const page = pick(pages, throwDice);
  const agent = throwDice() < 0.6 ? 'Priya Marlow' : 'Tom Ashdown';
  const entries: Entry[] = [];
  const facts: Record<string, Value> = {};
  let at = start;
  let session: Session = freshSession();
  let team: string | null = null;
  const write = (body: EntryBody): void => {
    entries.push({ number: entries.length + 1, at: new Date(at).toISOString(), ...body });
  };
  const perform = (event: Event): Act[] => {
    const result = play(flow, session, event, { ...world, now: at });
    session = result.session;
    for (const act of result.acts) if (act.act === 'remember') facts[act.fact] = act.value;
    for (const body of entriesOf(result.acts, flow.speaker)) write(body);
    return result.acts;
  };
  const wait = (least: number, most: number): void => {
    at += Math.round((least + throwDice() * (most - least)) * 1_000);
  };

  write({ kind: 'opened', page, flow: flow.name, edition: 1, returning: false });
  let acts = perform({ event: 'opened' });
  for (let turn = 0; turn < 25; turn++) {
    const ask = acts.findLast(act => act.act === 'ask');
    if (session.state !== 'asking' || !ask) break;
    if (ending === 'with the flow' && turn >= 2 + Math.floor(throwDice() * 3)) break;
    let reply = answerTo(ask, person, throwDice);
    if (ending === 'with the flow' && turn === 0) {
      const first = ask.answer.choices?.[0];
      if (first) reply = { event: 'replied', text: first.label, choice: first.id };
    }
    if (ending === 'waiting' || ending === 'with an agent') {
      const talk = ask.answer.choices?.find(choice => /talk to someone|ask someone|something else/i.test(choice.label));
      if (talk && turn < 12) reply = { event: 'replied', text: talk.label, choice: talk.id };
    }
    // Who stands in the middle now has not left.
    if (ending !== 'natural') reply ??= answerTo(ask, person, () => 0.5);
    if (reply?.event !== 'replied') break;
    wait(4, 40);
    write({
      kind: 'replied',
      text: reply.text,
      ...(reply.choice ? { choice: reply.choice } : {}),
      clientId: clientId(),
    });
    acts = perform(reply);
  }
  const handedOver = acts.find(act => act.act === 'hand over');
  if (handedOver) team = handedOver.team;
  let led: conversing.ConversationRow['holder'] = session.state === 'asking' ? 'flow' : 'done';
  let waitingSince: Date | null = null;
  const member = { id: agent, name: agent };
  if (session.state === 'handed over') {
    wait(8, 30);
    write({ kind: 'replied', text: pick(messages, throwDice), clientId: clientId() });
    if (ending === 'waiting') {
      led = 'waiting';
      waitingSince = new Date(at - 20_000);
    } else {
      wait(20, 170);
      write({ kind: 'taken', member });
      wait(10, 60);
      write({ kind: 'answered', member, text: pick(agentLines, throwDice), clientId: clientId() });
      wait(15, 90);
      write({ kind: 'replied', text: pick(ending === 'natural' ? thanks : messages, throwDice), clientId: clientId() });
      led = ending === 'natural' ? 'done' : 'agent';
      if (ending === 'natural') write({ kind: 'done', member });
    }
  }
  // Whoever left in the middle yesterday is not in the middle any more.
  if (ending === 'natural' && led === 'flow') led = 'done';
  const previews = entries.map(entry => entryKindOf(entry)?.preview?.(entry) as string | undefined);
  const preview = previews.findLast(text => text !== undefined) ?? '';
  const ended = entries.findLast(entry => entry.kind === 'ended');
  const outcome = ended?.kind === 'ended' ? ended.outcome : undefined;
  const known = facts['first name'] !== undefined || facts.email !== undefined;
  return {
    visitor: {
      facts,
      name: known ? person : `Visitor from ${pick(['Tarrow', 'Pell', 'Upper Marl', 'Sedge Hill'], throwDice)}`,
    },
    row: {
      holder: led,
      session,
      preview: preview.slice(0, 160),
      outcome: outcome ?? null,
      page,
      started_at: new Date(start),
      last_at: new Date(at),
      waiting_since: waitingSince,
      agent: led === 'agent' || (led === 'done' && handedOver) ? agent : null,
      team,
    },
    entries,
  };
}

/**
 * The week before `now`, the same every time for the same `now`: by day and by night as people write, and a dozen
 * conversations that are still open. Members are named where identities belong; who writes the rows puts those in.
 */
export function pastWeek(flow: Flow, world: World, now: number): PastConversation[] {
  const throwDice = dice(7);
  let count = 0;
  const clientId = (): string => `demo-${String(count++).padStart(8, '0')}`;
  const day = 86_400_000;
  const all: PastConversation[] = [];
  for (let back = 7; back >= 1; back--) {
    const midnight = Math.floor(now / day) * day - back * day;
    const weekday = new Date(midnight).getUTCDay();
    const busy = weekday === 0 || weekday === 6 ? 0.55 : weekday === 1 ? 1.2 : 1;
    for (const [hour, weight] of rhythm.entries()) {
      const visitors = Math.round(weight * busy * 0.28 + throwDice() * 0.9);
      for (let visitor = 0; visitor < visitors; visitor++)
        all.push(
          converse(flow, world, midnight + hour * 3_600_000 + throwDice() * 3_600_000, 'natural', throwDice, clientId),
        );
    }
  }
  const openNow = { ...world, hours: {} };
  const open: Array<[Ending, number]> = [
    ['with the flow', 2],
    ['with the flow', 4],
    ['with the flow', 9],
    ['with the flow', 14],
    ['with the flow', 23],
    ['with an agent', 12],
    ['with an agent', 18],
    ['with an agent', 26],
    ['with an agent', 35],
    ['waiting', 6],
    ['waiting', 4],
    ['waiting', 7],
  ];
  for (const [ending, minutes] of open)
    all.push(converse(flow, openNow, now - minutes * 60_000, ending, throwDice, clientId));
  return all.sort((a, b) => a.row.started_at.getTime() - b.row.started_at.getTime());
}
