import { cut, saidLine } from '@kineta/core';
import { addressOf } from '../away.ts';
import type { Doing } from './deed.ts';
import { filledIn } from './filled-in.ts';
import { ordered } from './ordered.ts';

export const email: Doing<'email'> = {
  deed: 'email',
  async carryOut({ to, subject, text }, acting) {
    const { directory, facts, known, shown } = acting;
    const { teams, members } = directory;
    const visitor = 'visitor' in to ? addressOf(facts, known) : undefined;
    const team = 'team' in to ? teams.get(to.team) : undefined;
    const addresses =
      'addresses' in to
        ? to.addresses
        : 'visitor' in to
          ? visitor === undefined
            ? []
            : [visitor]
          : (team?.members ?? []).flatMap(id => {
              const member = members.get(id);
              return member && !member.resting ? [member.email] : [];
            });
    if (addresses.length === 0) return { undone: 'had nobody to write to' };
    const line = saidLine(text, shown);
    if (line.length === 0) return { undone: 'had nothing to write, as what it tells of was not known' };
    await ordered(acting, {
      act: 'email',
      step: '',
      to: [...addresses],
      toVisitor: 'visitor' in to,
      subject: cut(filledIn(subject, shown), 300),
      line,
      charts: [],
    });
    return { deed: 'email', to: team?.name ?? addresses.join(', ') };
  },
};
