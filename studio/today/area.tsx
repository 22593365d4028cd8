import type { Area } from '../shell/area.ts';
import { FromToday } from './from-today.tsx';

/** What is still to do before visitors come, and how the day goes. */
export const today: Area = {
  name: 'Today',
  path: '/today',
  forLeads: true,
  Above: FromToday,
  screens: [{ path: '/today', load: () => import('./today.tsx') }],
};
