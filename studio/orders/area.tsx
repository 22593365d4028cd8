import { orderRoutes } from '@kineta/contract';
import type { Area } from '../shell/area.ts';
import { useRoute } from '../shell/query.ts';
import { NeedsALook } from './needs-a-look.tsx';

export const orders: Area = {
  name: 'Set aside',
  path: '/set-aside',
  forLeads: true,
  screens: [{ path: '/set-aside', load: () => import('./set-aside.tsx') }],
  OnToday: NeedsALook,
  useBadge: () => useRoute(orderRoutes.failed, {}).data?.orders.length ?? 0,
};
