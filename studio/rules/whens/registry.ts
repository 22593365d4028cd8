import type { When } from '@kineta/core';
import { learntView } from './learnt.tsx';
import { overView } from './over.tsx';
import { taggedView } from './tagged.tsx';
import type { WhenView } from './view.ts';
import { wroteView } from './wrote.tsx';

/** Every kind of beginnings as it is offered, the most wanted first. */
// biome-ignore lint/suspicious/noExplicitAny: each view knows its own kind
export const whenViews: ReadonlyArray<WhenView<any>> = [
  { when: 'began', name: 'a conversation begins' },
  wroteView,
  { when: 'wanted', name: 'a person is wanted and nobody comes' },
  { when: 'assigned', name: 'a member takes a conversation or is given it' },
  { when: 'unanswered', name: 'the visitor has no word of a person' },
  { when: 'silent', name: 'the visitor is silent' },
  { when: 'closing', name: 'somebody waits and the team is closed, or closes' },
  overView,
  taggedView,
  learntView,
];

export const whenViewOf = ({ when }: When) => whenViews.find(view => view.when === when);
