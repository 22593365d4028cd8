import { FIRST_FACTS } from '@kineta/contract';
import type { Todo } from '../house/day.ts';
import type { House } from '../house/house.ts';
import { invitations, members, teams } from './model.ts';

/** What a business, its teams and its members are to be before visitors come. */
export const accountTodo = ({ tables, ports }: House): readonly Todo[] => [
  {
    code: 'business facts',
    async look(workspace) {
      const { business } = (await ports.directories.of(workspace)).workspace;
      const missing = FIRST_FACTS.filter(({ name }) => !business.some(fact => fact.name === name));
      return { done: missing.length === 0, about: { missing: missing.map(({ name }) => name).join(', ') } };
    },
  },
  {
    code: 'teams with hours',
    async look(workspace) {
      const all = await tables.in(workspace).of(teams).all({}, { by: 'id' });
      const without = all.find(({ hours }) => hours === null);
      return { done: all.length > 0 && !without, about: { teams: all.length, without: without?.name ?? '' } };
    },
  },
  {
    code: 'a colleague',
    async look(workspace) {
      const rows = tables.in(workspace);
      const now = new Date();
      const [all, asked] = await Promise.all([
        rows.of(members).all({ restingSince: null }, { only: ['seenAt'], most: 1_000 }),
        rows.of(invitations).all({ expiresAt: { after: now } }, { by: 'createdAt', most: 1 }),
      ]);
      const [first] = asked;
      const done = all.filter(({ seenAt }) => seenAt !== null).length > 1;
      return first ? { done, about: { email: first.email, at: first.createdAt.toISOString() } } : { done };
    },
  },
];
