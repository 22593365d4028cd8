import type { Area } from '../shell/area.ts';

/** What is still to do before visitors come, and how the day goes. */
export const today: Area = {
  name: 'Today',
  path: '/today',
  forLeads: true,
  screens: [{ path: '/today', load: () => import('./today.tsx') }],
};
