import type { Deed } from '@kineta/core';
import { assignView } from './assign.tsx';
import { closeView } from './close.tsx';
import { emailView } from './email.tsx';
import { leadView } from './lead.tsx';
import { notifyView } from './notify.tsx';
import { rateView } from './rate.tsx';
import { runView } from './run.tsx';
import { sayView } from './say.tsx';
import { serviceView } from './service.tsx';
import { tagView } from './tag.tsx';
import type { DeedView } from './view.ts';

/** Every kind of deeds as it is offered. */
// biome-ignore lint/suspicious/noExplicitAny: each view knows its own kind
export const deedViews: ReadonlyArray<DeedView<any>> = [
  sayView,
  emailView,
  rateView,
  leadView,
  notifyView,
  assignView,
  tagView,
  { deed: 'raise', name: 'put them first' },
  serviceView,
  closeView,
  runView,
];

export const deedViewOf = ({ deed }: Deed) => deedViews.find(view => view.deed === deed);
