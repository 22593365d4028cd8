import { givenByRule } from '@kineta/core';
import { changesFor, holdingOf } from '../holding.ts';
import type { Doing } from './deed.ts';

export const assign: Doing<'assign'> = {
  deed: 'assign',
  async carryOut({ to }, { row, directory, now, change }) {
    const name =
      'team' in to
        ? directory.teams.get(to.team)?.name
        : [...directory.members.values()].find(({ id, resting }) => id === to.member && !resting)?.name;
    if (name === undefined) return { undone: 'found nobody by whom it was to be answered' };
    const isSo =
      'team' in to
        ? row.holder === 'waiting' && row.team_id === to.team
        : row.holder === 'agent' && row.agent_id === to.member;
    if (isSo) return { undone: `found it with ${name} already` };
    change(changesFor(row, givenByRule(holdingOf(row), to, now.getTime())));
    return { deed: 'assign', to: name, ...('member' in to ? { member: to.member } : {}) };
  },
};
