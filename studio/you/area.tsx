import type { Area } from '../shell/area.ts';
import { screen } from '../shell/screen.tsx';

/** What members settle about themselves; the way to it is their name, below the areas. */
export const you: Area = {
  name: 'You',
  screens: [{ path: '/you', element: screen(() => import('./you.tsx')) }],
  useCommands: navigate => [{ name: 'You: name, password, second factor', run: () => navigate('/you') }],
};
