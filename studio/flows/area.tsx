import { flowRoutes } from '@kineta/contract';
import { useMemo } from 'react';
import type { Area } from '../shell/area.ts';
import { useRoute } from '../shell/query.ts';
import { screen } from '../shell/screen.tsx';
import { choiceKeys, flowKeys, lineKeys, offerKeys, pageKeys, toolKeys, waysKeys } from './keys.ts';

export const flows: Area = {
  name: 'Flows',
  path: '/flows',
  forLeads: true,
  screens: [
    { path: '/flows', element: screen(() => import('./list.tsx')) },
    { path: '/flows/:id/reading', element: screen(() => import('./reading/reading.tsx')) },
    { path: '/flows/:id', element: screen(() => import('./workbench.tsx')) },
  ],
  todo: {
    'a flow that is live': ({ flows: count, name }, done) => ({
      title: 'A flow that is live',
      says: done
        ? `Visitors meet “${name}”.`
        : count === 0
          ? 'There is none yet; begin with one that is ready.'
          : `“${name}” is not published, or on no site yet.`,
      to: '/flows',
    }),
  },
  keys: [lineKeys, choiceKeys, offerKeys, toolKeys, pageKeys, flowKeys, waysKeys],
  useCommands(navigate) {
    const { data } = useRoute(flowRoutes.list, {});
    return useMemo(
      () => (data?.flows ?? []).map(({ id, name }) => ({ name, run: () => void navigate(`/flows/${id}`) })),
      [data, navigate],
    );
  },
};
