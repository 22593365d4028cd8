import type { Area } from '../shell/area.ts';
import { screen } from '../shell/screen.tsx';

export const people: Area = {
  name: 'People',
  path: '/people',
  day: { emails: 'Emails given' },
  screens: [{ path: '/people', element: screen(() => import('./people.tsx')) }],
};
