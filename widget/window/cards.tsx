import { useRef } from 'preact/hooks';
import { partMessages } from '../messages/parts.ts';
import type { EntryOf } from './entries/view.ts';
import { onSite, SpokenLine } from './spoken.tsx';
import './cards.css';

type Card = EntryOf<'showed'>['cards'][number];

/** A row of cards, to be swiped or keyed through. Without `onPick` what could be picked has been, or is not asked any more. */
export function Cards({
  cards,
  onPick,
  goTo,
}: {
  cards: readonly Card[];
  onPick: ((label: string, id: string) => void) | undefined;
  goTo: (page: string) => void;
}) {
  const row = useRef<HTMLUListElement>(null);
  const move = (by: number) => {
    const width = row.current?.firstElementChild?.clientWidth ?? 0;
    const smooth = matchMedia('(prefers-reduced-motion: no-preference)').matches;
    row.current?.scrollBy({ left: by * (width + 10), behavior: smooth ? 'smooth' : 'instant' });
  };
  return (
    <div class="cards">
      <ul ref={row} tabIndex={0} aria-label={partMessages.cards(cards.length)}>
        {cards.map((card, index) => (
          <li key={index} class="card">
            {card.video ? (
              // biome-ignore lint/a11y/useMediaCaption: an agent sends it as it is
              <video
                controls
                playsInline
                preload={card.video.src.startsWith('/') ? 'metadata' : 'none'}
                src={card.video.src}
              />
            ) : null}
            {card.picture ? <img src={card.picture.src} alt={card.picture.alt} /> : null}
            <h2>{card.title}</h2>
            <SpokenLine line={card.line} />
            {card.price ? <p class="price">{card.price}</p> : null}
            {card.actions.map(({ id, label, page }) =>
              page === undefined ? (
                <button type="button" key={id} class="main" disabled={!onPick} onClick={() => onPick?.(label, id)}>
                  {label}
                </button>
              ) : (
                <a
                  key={id}
                  href={onSite(page)}
                  target="_top"
                  onClick={event => {
                    event.preventDefault();
                    goTo(page);
                  }}
                >
                  {label}
                </a>
              ),
            )}
          </li>
        ))}
      </ul>
      {cards.length > 1 ? (
        <p class="turn">
          <button type="button" aria-label={partMessages.earlierCards} onClick={() => move(-1)}>
            ←
          </button>
          <button type="button" aria-label={partMessages.moreCards} onClick={() => move(1)}>
            →
          </button>
        </p>
      ) : null}
    </div>
  );
}
