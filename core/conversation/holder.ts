import { z } from 'zod';
import {
  cameBack,
  done,
  fetchedBack,
  handedBack,
  leftAlone,
  passedOn,
  putOff,
  released,
  taken,
} from './entries/held.ts';
import type { EntryBody } from './entries/registry.ts';
import type { Who } from './entries/who.ts';

/** Who has a conversation now: a flow, nobody yet (it waits for a person), an agent, or nobody any more. */
export const Holder = z.enum(['flow', 'waiting', 'agent', 'done']);
export type Holder = z.infer<typeof Holder>;

/** Who has a conversation, with what decides on who may do what with it. */
export interface Holding {
  holder: Holder;
  /** The member who has it, while an agent has. */
  agent: string | null;
  /** The team that it waits for, or was given to. */
  team: string | null;
  /** Since when the visitor waits for a person, in epoch milliseconds; null while they do not. */
  since: number | null;
  /** Until when who has it has put it off, in epoch milliseconds; null while it is for now. */
  later: number | null;
  /** Since when it is back that was put off (epoch milliseconds), until who has it does something about it. */
  back: number | null;
  /** Whether there is a flow that could lead it. */
  hasFlow: boolean;
  /** Whether its flow has given it to people, or had it taken away, and waits to be handed it back. */
  away: boolean;
  /** Whether its flow goes on all the same until somebody comes. */
  meanwhile: boolean;
}

/** What a flow, told of something, came to. */
export type Played = { does: 'go on' } | { does: 'end' } | { does: 'hand over'; team: string | null; since?: number };

/** Who gives a command. A member who was removed meanwhile may still have a page open. */
export interface Giver extends Who {
  isMember: boolean;
  isLead: boolean;
}

/** What members do with conversations. Who it is passed on to is undefined when there is nobody and no team like that. */
export type Command =
  | { does: 'take' }
  | { does: 'answer' }
  | { does: 'pass on'; to: { team: Who } | { member: Who } | undefined }
  | { does: 'hand back'; to?: { id: string; title: string } }
  | { does: 'put off'; until: number | null }
  /** `unwanted` is what nobody should have come for: it was not missed that nobody did. */
  | { does: 'close'; unwanted?: true };

/** Why a command is refused; the words are the server’s. */
export type Refusal = 'not a member' | 'already taken' | 'not yours' | 'no flow' | 'nobody there' | 'not later';

/** What comes of a command: who has it then, what is written in the log, and whether the flow is told of it. */
export type Held = { holding: Holding; entries: EntryBody[]; plays: boolean } | { refused: Refusal };

/** What comes of something that nobody can be refused. */
type Happened = Exclude<Held, { refused: unknown }>;

/** For so long it can be put off, in milliseconds: a year. */
export const PUT_OFF_AT_MOST = 366 * 86_400_000;

const instant = (at: number): string => new Date(at).toISOString();

const still = (holding: Holding): Happened => ({ holding, entries: [], plays: false });

/** It waits for a person; who has waited already, since then. */
const waits = (holding: Holding, now: number): Holding => ({
  ...holding,
  holder: 'waiting',
  agent: null,
  since: holding.since ?? now,
  later: null,
  back: null,
});

const isWith = (holding: Holding, member: string): boolean => holding.holder === 'agent' && holding.agent === member;
const isWithOther = (holding: Holding, member: string): boolean =>
  holding.holder === 'agent' && holding.agent !== member;

/** Whether what happens is told to the flow: while it leads, alone or until somebody comes, or when it has come to its end by itself. */
export function isLed({ holder, hasFlow, away, meanwhile }: Holding): boolean {
  return hasFlow && (holder === 'flow' || (holder === 'done' && !away) || (holder === 'waiting' && meanwhile));
}

/** Whether a flow is told that a timer is due: while it leads, and while nobody has come whom it fetched. */
export const hearsTimers = (holding: Holding): boolean =>
  isLed(holding) || (holding.holder === 'waiting' && holding.hasFlow && holding.away);

/** A visitor answers by email: that is for people, whatever a flow had asked. Whoever has the conversation keeps it. */
export function mailed(holding: Holding, now: number): Happened {
  if (holding.holder === 'agent' || (holding.holder === 'waiting' && !holding.meanwhile))
    return still({ ...holding, later: null });
  return still({ ...waits(holding, now), away: true, meanwhile: false });
}

/**
 * The visitor writes. A flow that leads is told; what people have stays with them; what they closed, and what no flow
 * could lead, waits for somebody.
 */
export function written(holding: Holding, now: number): Happened {
  if (isLed(holding)) return { holding, entries: [], plays: true };
  if (holding.holder !== 'waiting' && holding.holder !== 'agent') return still(waits(holding, now));
  // Who put it off wanted to hear nothing of it until then, unless the visitor writes.
  return still({ ...holding, later: null });
}

/** The flow was told of something and did what it does. */
export function played(holding: Holding, did: Played, now: number): Holding {
  if (did.does === 'hand over') return { ...waits(holding, did.since ?? now), team: did.team, away: true };
  const led = { ...holding, agent: null, since: null, later: null, back: null, away: false, meanwhile: false };
  return did.does === 'end' ? { ...led, holder: 'done' } : { ...led, holder: 'flow', team: null };
}

/** Who has the conversation is removed from the team: it waits for somebody else. */
export function leftTheTeam(holding: Holding, member: Who, now: number): Happened {
  if (!isWith(holding, member.id)) return still(holding);
  return { ...still(waits(holding, now)), entries: [{ kind: released.kind, member }] };
}

/**
 * Who has the conversation has left their desk, and the visitor waits for a word of theirs: it waits for somebody else, in
 * line since the visitor wrote (epoch milliseconds).
 */
export function leftTheirDesk(holding: Holding, member: Who, wroteAt: number): Happened {
  if (!isWith(holding, member.id)) return still(holding);
  return { ...still(waits(holding, wroteAt)), entries: [{ kind: leftAlone.kind, member }] };
}

/** The time has come until which it was put off. */
export function fallsDue(holding: Holding, now: number): Happened {
  if (holding.later === null || holding.later > now) return still(holding);
  return { ...still({ ...holding, later: null, back: holding.later }), entries: [{ kind: cameBack.kind }] };
}

/** A rule closes it: what a flow had may be gone on with, and what people had has left its flow. */
export function closedByRule(holding: Holding): Holding {
  if (holding.holder === 'done' || holding.holder === 'flow') return { ...holding, holder: 'done' };
  return { ...holding, holder: 'done', since: null, later: null, back: null, away: true, meanwhile: false };
}

/** It goes on in another conversation: nobody has it, and no flow goes on with it. */
export function joinedToOther(holding: Holding): Holding {
  return { ...holding, holder: 'done', since: null, later: null, back: null, away: true, meanwhile: false };
}

/** A rule gives it to a member, or lets it wait for a team; who has waited already, since then. */
export function givenByRule(holding: Holding, to: { team: string } | { member: string }, now: number): Holding {
  if ('team' in to) return { ...waits(holding, now), team: to.team, away: true };
  return {
    ...holding,
    holder: 'agent',
    agent: to.member,
    since: null,
    later: null,
    back: null,
    away: true,
    meanwhile: false,
  };
}

/** A rule has a flow lead it, whoever had it. */
export function ledByRule(holding: Holding): Holding {
  return {
    ...holding,
    holder: 'flow',
    agent: null,
    team: null,
    since: null,
    later: null,
    back: null,
    meanwhile: false,
  };
}

/**
 * A member does something with a conversation.
 *
 * What nobody has, anybody may take, answer, pass on, hand back or close. What somebody has is theirs: others are
 * refused, but a lead may pass it on. A command that changes nothing writes nothing.
 */
export function commanded(holding: Holding, command: Command, giver: Giver, now: number): Held {
  if (!giver.isMember) return { refused: 'not a member' };
  const member: Who = { id: giver.id, name: giver.name };
  const mine = isWith(holding, giver.id);
  const others = isWithOther(holding, giver.id);
  const withMe: Holding = {
    ...holding,
    holder: 'agent',
    agent: giver.id,
    since: null,
    later: null,
    back: null,
    meanwhile: false,
  };
  switch (command.does) {
    case 'take':
      if (others) return { refused: 'already taken' };
      return mine ? still(holding) : { ...still(withMe), entries: [{ kind: taken.kind, member }] };
    case 'answer':
      if (others) return { refused: 'not yours' };
      return mine ? still({ ...holding, back: null }) : { ...still(withMe), entries: [{ kind: taken.kind, member }] };
    case 'pass on': {
      if (others && !giver.isLead) return { refused: 'not yours' };
      const { to } = command;
      if (!to) return { refused: 'nobody there' };
      if ('team' in to) {
        if (holding.holder === 'waiting' && holding.team === to.team.id) return still(holding);
        return {
          ...still({ ...waits(holding, now), team: to.team.id }),
          entries: [{ kind: passedOn.kind, member, to: to.team.name }],
        };
      }
      if (isWith(holding, to.member.id)) return still(holding);
      return {
        ...still({ ...withMe, agent: to.member.id }),
        entries: [{ kind: passedOn.kind, member, to: to.member.name, toMember: to.member.id }],
      };
    }
    case 'hand back':
      if (!holding.hasFlow) return { refused: 'no flow' };
      if (others) return { refused: 'not yours' };
      if (holding.holder === 'flow') return still(holding);
      return {
        holding: ledByRule(holding),
        entries: [{ kind: handedBack.kind, member, ...(command.to ? { to: command.to } : {}) }],
        plays: true,
      };
    case 'put off': {
      if (others) return { refused: 'not yours' };
      const { until } = command;
      if (until !== null && (until <= now || until > now + PUT_OFF_AT_MOST)) return { refused: 'not later' };
      // What is not put off cannot be fetched back, and who has it stays who has it.
      if (until === holding.later) return still(holding);
      const takes = mine ? [] : [{ kind: taken.kind, member }];
      const puts =
        until === null ? { kind: fetchedBack.kind, member } : { kind: putOff.kind, member, until: instant(until) };
      return { ...still({ ...(mine ? holding : withMe), later: until, back: null }), entries: [...takes, puts] };
    }
    case 'close':
      if (others) return { refused: 'not yours' };
      if (holding.holder === 'done') return still(holding);
      return {
        ...still({ ...holding, holder: 'done', since: null, later: null, back: null, away: true, meanwhile: false }),
        entries: [
          {
            kind: done.kind,
            member,
            ...(holding.holder === 'waiting' && !command.unwanted ? { waiting: true as const } : {}),
          },
        ],
      };
  }
}
