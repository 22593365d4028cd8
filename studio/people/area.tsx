import type { Area } from '../shell/area.ts';

export const people: Area = {
  name: 'People',
  path: '/people',
  day: { emails: { name: 'Emails given', to: '/people' } },
  screens: [{ path: '/people', load: () => import('./people.tsx') }],
};
