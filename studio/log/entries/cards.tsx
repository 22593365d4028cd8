import type { CardShown } from '@kineta/core';

/** The cards that the visitor was shown, in short. */
export function CardTitles({ cards }: { cards: readonly CardShown[] }) {
  if (cards.length === 0) return null;
  return (
    <ul className="mt-1 flex flex-wrap gap-1.5">
      {cards.map((card, index) => (
        <li key={index} className="rounded-md border border-rule px-2 py-1 text-[0.8125rem]">
          <b className="font-semibold">{card.title}</b>
          {card.price ? ` ${card.price}` : ''}
        </li>
      ))}
    </ul>
  );
}
