import type { Appearance } from '@kineta/core';
import { lineView } from './line.tsx';
import type { AppearanceView } from './view.ts';

/** Every way to appear as it is offered. */
// biome-ignore lint/suspicious/noExplicitAny: each view knows its own kind
export const appearanceViews: ReadonlyArray<AppearanceView<any>> = [
  lineView,
  { how: 'mark', name: 'a mark at the launcher' },
  { how: 'open', name: 'the chat opens' },
  { how: 'nothing', name: 'nothing until the chat is opened' },
];

export const appearanceViewOf = ({ how }: Appearance) => appearanceViews.find(view => view.how === how);
