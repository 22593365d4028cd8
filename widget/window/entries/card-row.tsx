import { useLoaded } from '../loaded.ts';
import type { EntryOf, LineProps } from './view.ts';

/** A row of cards, whose part is loaded when a conversation first meets one. */
export function CardRow({
  cards,
  goTo,
  onPick,
}: Pick<LineProps<'asked'>, 'goTo' | 'onPick'> & { cards: EntryOf<'showed'>['cards'] }) {
  const part = useLoaded(true, () => import('../cards.tsx'));
  return part ? <part.Cards cards={cards} onPick={onPick} goTo={goTo} /> : null;
}
