import { cut } from '@kineta/core';
import type { Doing } from './deed.ts';
import { filledIn } from './filled-in.ts';
import { ordered } from './ordered.ts';

export const notify: Doing<'notify'> = {
  deed: 'notify',
  async carryOut({ to, text }, acting) {
    const { directory, row, shown } = acting;
    const own = row.team_id === null ? undefined : directory.teams.get(row.team_id);
    const named = typeof to === 'object' ? directory.teams.get(to.team) : undefined;
    if (typeof to === 'object' && !named) return { undone: 'found its team gone' };
    const leads = to === 'leads';
    const team = (leads ? own : named)?.name ?? null;
    await ordered(acting, {
      act: 'notify',
      step: '',
      team,
      text: cut(filledIn(text, shown), 500),
      ...(leads ? { leads } : {}),
    });
    return { deed: 'notify', to: leads ? (team === null ? 'the leads' : `who leads ${team}`) : (team ?? 'everybody') };
  },
};
