import type { Area } from '../shell/area.ts';
import { dayAndTime } from '../ui/time.ts';

/** The web sites that carry the chat. */
export const sites: Area = {
  name: 'Site',
  path: '/sites',
  forLeads: true,
  screens: [
    { path: '/sites', load: () => import('./sites.tsx') },
    { path: '/sites/:id/look', load: () => import('./look/page.tsx') },
    { path: '/sites/:id/before', load: () => import('./before/page.tsx') },
    { path: '/sites/:id/reach', load: () => import('./reach/page.tsx') },
    { path: '/sites/:id/ways', load: () => import('./ways/page.tsx') },
    { path: '/sites/:id/install', load: () => import('./install/page.tsx') },
  ],
  todo: {
    'a look': ({ site }, done) => ({
      title: done ? 'The voice and its look' : 'A voice and a look of your own',
      says: done ? 'Chosen, and on the site.' : 'One colour is enough: the chat takes on the rest by itself.',
      to: site ? `/sites/${site}/look` : '/sites',
    }),
    'a site': ({ sites: count, name, at, on }, done) => ({
      title: done ? `The chat on ${on || name}` : 'The chat on your site',
      says: done
        ? `Last seen alive ${dayAndTime(String(at))}.`
        : count === 0
          ? 'Say which site, and put one line on its pages.'
          : `Put one line on the pages of ${name}; it was not seen there yet.`,
      to: '/sites',
    }),
  },
};
