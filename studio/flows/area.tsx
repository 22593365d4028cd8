import { lazy } from 'react';
import type { Area } from '../shell/area.ts';
import { choiceKeys, flowKeys, lineKeys, offerKeys, pageKeys, toolKeys, waysKeys } from './keys.ts';

export const flows: Area = {
  name: 'Flows',
  path: '/flows',
  forLeads: true,
  screens: [
    { path: '/flows', load: () => import('./list.tsx') },
    { path: '/flows/:id/reading', load: () => import('./reading/reading.tsx') },
    { path: '/flows/:id', load: () => import('./workbench.tsx') },
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
  Commands: lazy(() => import('./flows-by-name.tsx')),
};
