import type { Entry } from '@kineta/contract';
import {
  type Act,
  type EntryBody,
  type Event,
  entriesOf,
  entryKindOf,
  type Facts,
  type Flow,
  freshSession,
  isOfRating,
  play,
  type Rating,
  ratedBy,
  type Session,
  type Visit,
} from '@kineta/core';
import type { conversing } from '@kineta/server';
import type { AskedOften } from '../questions.ts';
import { type Followed, Log } from './log.ts';
import { type Dice, pick, talks, words } from './people.ts';
import { answerTo, asksForPerson, type Reply, takesTheFirst } from './visitor.ts';

/** A made-up visitor, as often as they come. */
export interface MadeUpVisitor {
  number: number;
  name: string;
  place: string;
  facts: Facts;
  /** How often they have been here. */
  times: number;
}

/** One conversation of the made-up past, ready to be written. Members and teams are named where identities belong. */
export interface PastConversation {
  visitor: MadeUpVisitor;
  edition: number;
  visit: Visit;
  row: Pick<
    conversing.ConversationRow,
    'holder' | 'session' | 'preview' | 'outcome' | 'page' | 'started_at' | 'last_at' | 'waiting_since'
  > & {
    name: string;
    agent: string | null;
    team: string | null;
    urgent: boolean;
  };
  tags: readonly string[];
  rating: { rating: Rating; comment: string | null; at: Date } | undefined;
  entries: Entry[];
}

/** How the conversation ends for the inbox: as it may, or kept open in a given state. */
export type Ending = 'natural' | 'waiting' | 'with an agent' | 'with the flow';

export interface Setting {
  flow: Flow;
  edition: number;
  followed: Followed;
  visitor: MadeUpVisitor;
  visit: Visit;
  ending: Ending;
  /** Until when rules act (epoch milliseconds). */
  until: number;
  throwDice: Dice;
  asked: readonly AskedOften[];
  clientId(): string;
}

const SECOND = 1_000;
/** Who is not answered for so long leaves. */
const PATIENCE = 600;
const agents = ['Priya Marlow', 'Priya Marlow', 'Priya Marlow', 'Hanne Brill', 'Tom Ashdown'];
const who = (name: string) => ({ id: name, name });

/** One conversation: played through its flow by a made-up visitor, answered by people, with rules acting as they do. */
class Conversation {
  private readonly setting: Setting;
  private readonly log: Log;
  private session: Session;
  private acts: Act[] = [];
  private at: number;
  private team: string | null = null;
  private agent: string | null = null;
  private holder: conversing.ConversationRow['holder'] = 'flow';
  private waitingSince: Date | null = null;
  private readonly tags: string[] = [];
  private rating: PastConversation['rating'];

  constructor(setting: Setting, start: number) {
    this.setting = setting;
    this.at = start;
    this.session = freshSession(setting.visitor.facts);
    this.log = new Log(setting.followed, setting.visit, setting.flow.name);
  }

  private get dice(): Dice {
    return this.setting.throwDice;
  }

  private wait(least: number, most: number): void {
    this.at += Math.round((least + this.dice() * (most - least)) * SECOND);
  }

  private write(body: EntryBody): void {
    this.log.write(this.at, body);
  }

  private perform(event: Event): void {
    const { flow, followed, visitor } = this.setting;
    const result = play(flow, this.session, event, { ...followed.world, visit: this.setting.visit, now: this.at });
    this.session = result.session;
    this.acts = result.acts;
    this.log.facts = result.session.facts;
    for (const act of result.acts)
      if (act.act === 'remember') visitor.facts = { ...visitor.facts, [act.fact]: act.value };
    for (const body of entriesOf(result.acts, flow.speaker)) this.write(body);
    const ended = this.log.entries.findLast(entry => entry.kind === 'ended');
    if (ended?.kind === 'ended') this.log.outcome ??= ended.outcome ?? null;
  }

  private says(text: string, more: Partial<Reply> = {}): void {
    const { choice, step } = more;
    const body = { kind: 'replied' as const, text, clientId: this.setting.clientId() };
    this.write({ ...body, ...(choice ? { choice } : {}), ...(step ? { step } : {}) });
  }

  tell(): PastConversation {
    const { flow, edition, visit, visitor, ending } = this.setting;
    const { page, device, language, referrer, campaign, returning } = visit;
    const start = new Date(this.at);
    this.write({
      kind: 'opened',
      page,
      flow: flow.name,
      edition,
      returning,
      device,
      language,
      ...(referrer ? { referrer } : {}),
      ...(campaign ? { campaign } : {}),
    });
    this.perform({ event: 'opened' });
    this.answerTheFlow();
    const handedOver = this.acts.find(act => act.act === 'hand over');
    if (handedOver) this.team = handedOver.team;
    if (this.session.state === 'handed over') this.talk();
    else this.holder = this.session.state === 'asking' ? 'flow' : 'done';
    if (ending === 'natural') this.afterwards();
    else this.log.passTo(this.setting.until);
    const { entries } = this.log;
    const previews = entries.map(entry => entryKindOf(entry)?.preview?.(entry) as string | undefined);
    const known = visitor.facts['first name'] !== undefined || visitor.facts.email !== undefined;
    return {
      visitor,
      edition,
      visit,
      row: {
        name: known ? visitor.name : `Visitor from ${visitor.place}`,
        holder: this.holder,
        session: this.session,
        preview: (previews.findLast(text => text !== undefined) ?? '').slice(0, 160),
        outcome: this.log.outcome,
        page,
        started_at: start,
        last_at: new Date(entries.at(-1)?.at ?? start),
        waiting_since: this.waitingSince,
        agent: this.agent,
        team: this.team,
        urgent: this.log.urgent,
      },
      tags: this.tags,
      rating: this.rating,
      entries,
    };
  }

  /** Turn by turn, until the visitor leaves, or the flow has nothing more to ask. */
  private answerTheFlow(): void {
    const { ending, visitor } = this.setting;
    for (let turn = 0; turn < 25; turn++) {
      const ask = this.acts.findLast(act => act.act === 'ask');
      if (this.session.state !== 'asking' || !ask) return;
      if (ending === 'with the flow' && turn >= 2 + Math.floor(this.dice() * 3)) return;
      let reply = answerTo(ask, visitor.name, this.setting.asked, this.dice);
      if (ending === 'with the flow' && turn === 0) reply = takesTheFirst(ask) ?? reply;
      if ((ending === 'waiting' || ending === 'with an agent') && turn < 12) reply = asksForPerson(ask) ?? reply;
      // Who stands in the middle now has not left.
      if (ending !== 'natural') reply ??= answerTo(ask, visitor.name, this.setting.asked, () => 0.5);
      if (!reply) return;
      const { at } = this;
      this.wait(4, 40);
      // What comes only later has not been said yet.
      if (this.at > this.setting.until) {
        this.at = at;
        return;
      }
      this.says(reply.text, reply);
      this.perform(reply);
    }
  }

  /** Somebody waits, and is answered. */
  private talk(): void {
    const { ending } = this.setting;
    const about = pick(talks, this.dice);
    const wantedAt = this.at;
    this.wait(8, 30);
    this.says(about.about);
    this.holder = 'waiting';
    if (ending === 'waiting') {
      this.waitingSince = new Date(wantedAt);
      return;
    }
    // Most are met within a minute; now and then nobody comes for long.
    this.wait(3, ending === 'natural' && this.dice() < 0.12 ? PATIENCE * 1.6 : 30);
    const thrown = pick(agents, this.dice);
    // Those that are open go round, so that nobody of the team has as many as they take.
    const member = who(ending === 'with an agent' ? agents[this.setting.visitor.number % agents.length]! : thrown);
    this.agent = member.name;
    if (ending === 'natural' && this.at - wantedAt > PATIENCE * SECOND) {
      this.write({ kind: 'done', member, waiting: true });
      this.holder = 'done';
      return;
    }
    this.write({ kind: 'taken', member });
    this.holder = 'agent';
    for (const [index, [answer, thanks]] of about.lines.entries()) {
      this.wait(10, 70);
      this.write({ kind: 'answered', member: who(this.agent), text: answer, clientId: this.setting.clientId() });
      this.wait(12, 90);
      this.says(thanks);
      if (ending === 'with an agent') return;
      if (index === 0 && about.tag === 'Call back' && this.agent !== 'Tom Ashdown')
        this.passOn('Aftercare', 'Tom Ashdown');
    }
    if (about.tag && this.dice() < 0.7) {
      this.tags.push(about.tag);
      this.write({ kind: 'tagged', member: who(this.agent), tag: about.tag });
    }
    this.wait(5, 120);
    this.write({ kind: 'done', member: who(this.agent) });
    this.holder = 'done';
  }

  private passOn(team: string, to: string): void {
    this.wait(5, 30);
    this.write({ kind: 'passed on', member: who(this.agent!), to: team });
    this.wait(10, 60);
    this.write({ kind: 'taken', member: who(to) });
    this.team = team;
    this.agent = to;
  }

  /** What rules do behind it, and what the visitor says of how it went. */
  private afterwards(): void {
    const { until } = this.setting;
    this.log.passTo(Math.min(until, this.at + 4 * 60 * SECOND));
    if (isOfRating(this.log.lastAsked?.step) && this.dice() < 0.62) this.rate();
    this.log.passTo(until);
    if (this.log.closed) this.holder = 'done';
  }

  private rate(): void {
    const asked = this.log.lastAsked!;
    const thrown = this.dice();
    const rating: Rating = thrown < 0.76 ? 'good' : thrown < 0.91 ? 'middling' : 'bad';
    this.at = Date.parse(this.log.entries.at(-1)!.at);
    this.wait(8, 120);
    const at = new Date(this.at);
    const label = asked.answer?.choices?.find(({ id }) => id === rating)?.label ?? rating;
    this.answerRating({ event: 'replied', text: label, choice: rating, step: asked.step }, 'rating');
    let comment: string | null = null;
    if (this.dice() < 0.35) {
      comment = pick(words[rating], this.dice);
      this.wait(10, 60);
      this.answerRating({ event: 'replied', text: comment, step: this.log.lastAsked?.step }, 'comment');
    }
    this.rating = { rating, comment, at };
  }

  private answerRating(reply: Reply, to: 'rating' | 'comment'): void {
    const { flow, followed } = this.setting;
    this.says(reply.text, reply);
    const around = { speaker: flow.speaker, language: followed.world.locale.language, wishes: [] };
    for (const body of ratedBy(reply, to, around)?.entries ?? []) this.write(body);
  }
}

export function converse(setting: Setting, start: number): PastConversation {
  return new Conversation(setting, start).tell();
}
