import type { Area } from '../shell/area.ts';

/** What happens by itself, in which order, and what it would have done. */
export const rules: Area = {
  name: 'Rules',
  path: '/rules',
  forLeads: true,
  screens: [{ path: '/rules', load: () => import('./rules.tsx') }],
};
