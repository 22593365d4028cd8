import type { Area } from '../shell/area.ts';
import { screen } from '../shell/screen.tsx';

export const settings: Area = {
  name: 'Settings',
  path: '/settings',
  forLeads: true,
  screens: [{ path: '/settings', element: screen(() => import('./settings.tsx')) }],
};
