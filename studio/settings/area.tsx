import type { Area } from '../shell/area.ts';
import { screen } from '../shell/screen.tsx';

const element = screen(() => import('./settings.tsx'));

export const settings: Area = {
  name: 'Settings',
  path: '/settings',
  forLeads: true,
  screens: [
    { path: '/settings', element },
    { path: '/settings/:room', element },
  ],
};
