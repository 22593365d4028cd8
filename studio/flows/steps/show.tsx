import { type Card, isEmptyLine, Page, type Show } from '@kineta/core';
import { ShoppingBag } from 'lucide-react';
import { useState } from 'react';
import { PictureDescription, PictureUpload } from '../../pictures/picture-upload.tsx';
import { ProductPick, useProductWords } from '../../products/product-pick.tsx';
import { useProductMap } from '../../products/products.ts';
import { AddButton } from '../../ui/add-button.tsx';
import { Select, SmallInput } from '../../ui/field.tsx';
import { LineText } from '../../ui/line.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { newId } from '../draft/draft.ts';
import { FlowFormula } from '../lines/formula.tsx';
import { LineField } from '../lines/line-field.tsx';
import { WaySelect } from '../way-select.tsx';
import { SpokenLine } from './spoken-line.tsx';
import type { StepProps, StepView } from './view.ts';

type Action = Card['actions'][number];

/** A card as the visitor gets it, its price still to be worked out. */
function CardPreview({ card }: { card: Card }) {
  const product = useProductOf(card);
  const inWords = useProductWords();
  const picture = card.picture ?? product?.picture;
  return (
    <li className="flex w-40 shrink-0 flex-col gap-1 rounded-lg border border-rule bg-white p-2 text-[0.8125rem]">
      {picture ? (
        <img src={picture.src} alt={picture.alt} className="-mx-2 -mt-2 h-20 max-w-none rounded-t-lg object-cover" />
      ) : null}
      <b className="font-script text-[0.9375rem]">{card.title || product?.name || card.product || '…'}</b>
      {isEmptyLine(card.line) ? (
        product?.words ? (
          <p className="line-clamp-3 text-ink-2">{product.words}</p>
        ) : null
      ) : (
        <div className="text-ink-2">
          <LineText line={card.line} />
        </div>
      )}
      {card.price ? <code className="mark self-start font-mono text-xs">{card.price.formula}</code> : null}
      {product && !card.price ? <span className="text-xs">{inWords(product)}</span> : null}
      {card.actions.map(action => (
        <span
          key={action.id}
          className={`self-start rounded px-1.5 py-0.5 text-xs ${action.page === undefined ? 'bg-plum text-white' : 'text-petrol underline'}`}
        >
          {action.label || '…'}
        </span>
      ))}
    </li>
  );
}

/** The thing for sale that a card shows, as far as it is known here. */
function useProductOf({ product }: Card) {
  return useProductMap(product !== undefined)?.get(product ?? '');
}

/** A card that shows a thing for sale: what was not written says what is known of that, and a button leads to its page. */
function asProduct(card: Card, product: string): Card {
  const isBlank = card.actions.every(({ label, page }) => label === '' && page === undefined);
  return { ...card, product, ...(isBlank ? { actions: [{ id: newId(), label: 'Have a look', page: '' }] } : {}) };
}

function Body({ step, change, keys, speaker, selected }: StepProps<Show>) {
  return (
    <SpokenLine
      label={`${speaker} shows ${step.cards.length === 1 ? 'a card' : `${step.cards.length} cards`}`}
      step={step.id}
      name="Line above the cards"
      line={step.line}
      placeholder="What is said above them, if anything"
      selected={selected}
      keys={keys}
      onChange={line => change({ ...step, line }, 'line')}
    >
      <ul className="mt-2 flex gap-2 overflow-x-auto pb-1">
        {step.cards.map(card => (
          <CardPreview key={card.id} card={card} />
        ))}
      </ul>
    </SpokenLine>
  );
}

function ActionEditor({
  action,
  index,
  ofProduct,
  onSet,
  onRemove,
}: {
  action: Action;
  index: number;
  /** Whether its card shows a thing for sale, whose own page is meant where none is written. */
  ofProduct: boolean;
  onSet: (action: Action, part?: string) => void;
  onRemove: () => void;
}) {
  const [page, setPage] = useState(action.page ?? '');
  const leadsToPage = action.page !== undefined;
  const wrong = page !== '' && !Page.safeParse(page).success;
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      <SmallInput
        name={`Button ${index + 1}`}
        className="w-32 border-plum-3 text-plum"
        maxLength={60}
        value={action.label}
        onChange={event => onSet({ ...action, label: event.target.value }, action.id)}
      />
      <Select
        name={`Button ${index + 1} leads to a`}
        value={leadsToPage ? 'page' : 'scene'}
        onChange={event => {
          const { page: _, to: __, ...rest } = action;
          onSet(event.target.value === 'page' ? { ...rest, page: '' } : rest);
        }}
      >
        <option value="scene">goes on in the flow</option>
        <option value="page">leads to a page</option>
      </Select>
      {leadsToPage ? (
        <SmallInput
          name={`Page of button ${index + 1}`}
          className="w-36"
          placeholder={ofProduct ? 'its own page' : '/heat-pumps'}
          value={page}
          aria-invalid={wrong || undefined}
          onChange={event => {
            setPage(event.target.value);
            if (event.target.value === '' || Page.safeParse(event.target.value).success)
              onSet({ ...action, page: event.target.value }, `${action.id}page`);
          }}
        />
      ) : (
        <WaySelect
          name={`Button ${index + 1} leads to`}
          value={action.to}
          titled={action.label}
          onPick={to => {
            const { to: _, ...rest } = action;
            onSet(to ? { ...rest, to } : rest);
          }}
        />
      )}
      <RemoveButton name={`Remove button ${index + 1}`} onClick={onRemove} />
    </span>
  );
}

function CardEditor({
  step,
  card,
  index,
  onSet,
  onRemove,
}: {
  step: string;
  card: Card;
  index: number;
  onSet: (card: Card, part?: string) => void;
  onRemove: (() => void) | undefined;
}) {
  const { picture: _, ...bare } = card;
  const product = useProductOf(card);
  const [picks, setPicks] = useState(false);
  return (
    <fieldset className="space-y-1.5 border-l-2 border-petrol-2 pl-3">
      <legend className="sr-only">Card {index + 1}</legend>
      {card.product === undefined ? (
        picks ? (
          <ProductPick
            name={`Thing for sale on card ${index + 1}`}
            autoFocus
            opens="below"
            onPick={({ ref }) => {
              setPicks(false);
              onSet(asProduct(card, ref));
            }}
          />
        ) : (
          <AddButton onClick={() => setPicks(true)}>Show a thing for sale</AddButton>
        )
      ) : (
        <p className="flex items-center gap-1.5">
          <ShoppingBag className="size-3.5 shrink-0" aria-hidden="true" />
          <span className="min-w-0 flex-1 truncate">
            {product ? product.name : `“${card.product}”`}, as it is known when it is shown
          </span>
          <RemoveButton
            name={`Card ${index + 1} shows no thing for sale`}
            onClick={() => {
              const { product: __, ...own } = card;
              onSet(own);
            }}
          />
        </p>
      )}
      <p className="flex items-center gap-1.5">
        <SmallInput
          name={`Title of card ${index + 1}`}
          className="flex-1 font-semibold placeholder:font-normal"
          placeholder={product?.name ?? 'Title of the card'}
          maxLength={100}
          value={card.title}
          onChange={event => onSet({ ...card, title: event.target.value }, `${card.id}title`)}
        />
        {card.picture ? null : <PictureUpload onPicture={picture => onSet({ ...card, picture })} />}
        {onRemove ? <RemoveButton name={`Remove card ${index + 1}`} onClick={onRemove} /> : null}
      </p>
      {card.picture ? (
        <PictureDescription
          picture={card.picture}
          onSet={picture => onSet({ ...card, picture }, `${card.id}alt`)}
          onRemove={() => onSet(bare)}
        />
      ) : null}
      <div className="rounded-md border border-rule bg-sheet px-2 py-1 font-script">
        <LineField
          step={step}
          part={`card-${card.id}`}
          name={`Text of card ${index + 1}`}
          line={card.line}
          placeholder={product ? 'What is known of it' : 'What the card says'}
          onChange={line => onSet({ ...card, line }, `${card.id}line`)}
        />
      </div>
      <div className="flex items-start gap-1.5">
        <span className="pt-1">Price</span>
        <FlowFormula
          // What stands in it while it is empty is said once, when it is made.
          key={card.product ?? ''}
          name={`Price of card ${index + 1}`}
          oneLine
          placeholder={product ? 'as it is sold' : 'none, or such as 9500'}
          value={card.price?.formula ?? ''}
          onChange={formula => {
            const { price: __, ...rest } = card;
            onSet(formula.trim() === '' ? rest : { ...rest, price: { formula } }, `${card.id}price`);
          }}
        />
      </div>
      {card.actions.map((action, at) => (
        <ActionEditor
          key={action.id}
          action={action}
          index={at}
          ofProduct={card.product !== undefined}
          onSet={(next, part) => onSet({ ...card, actions: card.actions.with(at, next) }, part)}
          onRemove={() => onSet({ ...card, actions: card.actions.toSpliced(at, 1) })}
        />
      ))}
      {card.actions.length < 3 ? (
        <AddButton
          tone="plum"
          onClick={() => onSet({ ...card, actions: [...card.actions, { id: newId(), label: '' }] })}
        >
          Add a button
        </AddButton>
      ) : null}
    </fieldset>
  );
}

function Panel({ step, change }: StepProps<Show>) {
  const { cards } = step;
  return (
    <div className="space-y-4 text-[0.8125rem] text-ink-2">
      {cards.map((card, index) => (
        <CardEditor
          key={card.id}
          step={step.id}
          card={card}
          index={index}
          onSet={(next, part) => change({ ...step, cards: cards.with(index, next) }, part)}
          onRemove={cards.length > 1 ? () => change({ ...step, cards: cards.toSpliced(index, 1) }) : undefined}
        />
      ))}
      {cards.length < 10 ? (
        <AddButton
          onClick={() => change({ ...step, cards: [...cards, { id: newId(), title: '', line: [], actions: [] }] })}
        >
          Another card
        </AddButton>
      ) : null}
    </div>
  );
}

export const showView: StepView<Show> = { name: 'Show', group: 'speak', Body, Panel };
