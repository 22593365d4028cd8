import type { Area } from '../shell/area.ts';
import { ChangedPages } from './changed-pages.tsx';

const load = () => import('./questions.tsx');

/** What common questions are answered by, and asking them as a visitor does. */
export const questions: Area = {
  name: 'Questions',
  path: '/questions',
  forLeads: true,
  OnToday: ChangedPages,
  screens: [
    { path: '/questions', load },
    { path: '/questions/:id', load },
  ],
};
