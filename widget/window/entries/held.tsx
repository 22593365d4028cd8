import { messages } from '../../messages/messages.ts';
import { Direction } from '../spoken.tsx';
import { entryView } from './view.ts';

export const handedOver = entryView({
  kind: 'handed over',
  asks: false,
  Line: ({ entry }) => <Direction>{messages.waitingFor(entry.team)}</Direction>,
});

export const taken = entryView({
  kind: 'taken',
  asks: false,
  person: ({ member }) => member,
  Line: ({ entry }) => <Direction>{messages.withYou(entry.member.name)}</Direction>,
});

export const done = entryView({
  kind: 'done',
  Line: ({ entry }) => <Direction>{messages.closed(entry.member.name)}</Direction>,
});
