import { flowRoutes } from '@kineta/contract';
import { useMemo } from 'react';
import type { Area } from '../shell/area.ts';
import { useRoute } from '../shell/query.ts';
import { screen } from '../shell/screen.tsx';

export const flows: Area = {
  name: 'Flows',
  path: '/flows',
  forLeads: true,
  screens: [
    { path: '/flows', element: screen(() => import('./list.tsx')) },
    { path: '/flows/:id/reading', element: screen(() => import('./reading/reading.tsx')) },
    { path: '/flows/:id', element: screen(() => import('./workbench.tsx')) },
  ],
  useCommands(navigate) {
    const { data } = useRoute(flowRoutes.list, {});
    return useMemo(
      () => (data?.flows ?? []).map(({ id, name }) => ({ name, run: () => void navigate(`/flows/${id}`) })),
      [data, navigate],
    );
  },
};
