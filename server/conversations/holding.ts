import { type Giver, type Holding, type Refusal, restAtFetching } from '@kineta/core';
import type { Directory, SignedIn } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import type { Changes, ConversationRow } from './model.ts';

/** Who has a conversation, as its row says. */
export function holdingOf(row: ConversationRow): Holding {
  return {
    holder: row.holder,
    agent: row.agent_id,
    team: row.team_id,
    since: row.waiting_since?.getTime() ?? null,
    later: row.later_until?.getTime() ?? null,
    back: row.back_since?.getTime() ?? null,
    hasFlow: row.edition_id !== null,
    away: row.session.state === 'handed over' || row.session.fetching !== undefined,
    meanwhile: row.session.fetching !== undefined,
  };
}

/** What of the row is to be changed for that to be so. */
export function changesFor(
  row: ConversationRow,
  { holder, agent, team, since, later, back, away, meanwhile }: Holding,
): Changes {
  const before = holdingOf(row);
  return {
    ...(holder === before.holder ? {} : { holder }),
    ...(agent === before.agent ? {} : { agent_id: agent }),
    ...(team === before.team ? {} : { team_id: team }),
    ...(since === before.since ? {} : { waiting_since: since === null ? null : new Date(since) }),
    ...(back === before.back ? {} : { back_since: back === null ? null : new Date(back) }),
    ...(later === before.later ? {} : { later_until: later === null ? null : new Date(later) }),
    // What people take from a flow in the middle stays where it was; what they close has left it.
    // Whoever comes, or closes it, ends what the flow did until then.
    ...(before.meanwhile && !meanwhile ? { session: restAtFetching(row.session) } : {}),
    ...(away && !before.away ? { session: { ...row.session, state: 'handed over' } } : {}),
  };
}

/** A member as who gives a command. */
export const giverOf = ({ id, name, role }: SignedIn, { members }: Directory): Giver => ({
  id,
  name,
  isMember: members.get(id)?.resting === false,
  isLead: role === 'lead',
});

/** Why somebody may not do that, in words. */
export function refusal(why: Refusal, { id }: ConversationRow): ProblemError {
  switch (why) {
    case 'already taken':
      return new ProblemError(
        'already_taken',
        `Conversation ${id} is with somebody else; ask them to pass it on, or leave a note.`,
      );
    case 'not yours':
      return new ProblemError(
        'not_yours',
        `Conversation ${id} is with somebody else; ask them to pass it on, or leave a note.`,
      );
    case 'no flow':
      return new ProblemError('invalid_request', 'No flow leads this conversation.');
    case 'nobody there':
      return notFound('team or member');
    case 'not later':
      return new ProblemError('invalid_request', 'Choose a time to come, within a year.', {
        fields: [{ path: 'body.until', message: 'Choose a time to come, within a year.' }],
      });
    case 'not a member':
      return new ProblemError('not_allowed', 'You are no longer a member here.');
  }
}
