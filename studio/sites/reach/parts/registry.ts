import type { PartName } from '@kineta/core';
import { addressView } from './address.tsx';
import { datesView } from './dates.tsx';
import { knownView } from './known.tsx';
import { onlyIfView } from './only-if.tsx';
import { pagesView } from './pages.tsx';
import { pressView } from './press.tsx';
import { referenceView } from './reference.tsx';
import type { PartView } from './view.ts';
import { visitsView } from './visits.tsx';

/** Every part of a cue as it is offered. */
// biome-ignore lint/suspicious/noExplicitAny: each view knows its own part
export const partViews: ReadonlyArray<PartView<any>> = [
  pagesView,
  addressView,
  referenceView,
  visitsView,
  knownView,
  onlyIfView,
  datesView,
  {
    part: 'share',
    name: 'Share',
    offered: 'a share of visitors',
    amount: { unit: 'of 100 visitors', least: 0, most: 100 },
  },
  {
    part: 'after',
    name: 'After',
    offered: 'seconds on the page',
    amount: { unit: 'seconds on the page', least: 1, most: 3_600 },
  },
  {
    part: 'read',
    name: 'Read',
    offered: 'how much is read',
    amount: { before: 'when', unit: '% of the page was before them', least: 1, most: 100 },
  },
  { part: 'leaving', name: 'Leaving', offered: 'about to leave' },
  {
    part: 'idle',
    name: 'Still',
    offered: 'nothing done for a while',
    amount: { before: 'when nothing was done for', unit: 'seconds', least: 1, most: 3_600 },
  },
  pressView,
  {
    part: 'often',
    name: 'How often',
    offered: 'how often',
    amount: { before: 'at most every', unit: 'days', least: 1, most: 365 },
  },
];

export const partViewOf = (part: PartName) => partViews.find(view => view.part === part);
