import type { ListedProduct } from '@kineta/contract';
import { priceWords, stockWords } from '@kineta/core';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { useSignedIn } from '../account/store.ts';
import { SmallInput } from '../ui/field.tsx';
import { suggestionKeys } from '../ui/suggestion-keys.ts';
import { SuggestionList, useSuggestions } from '../ui/suggestions.tsx';
import { productsFor, useProducts } from './products.ts';

const MOST_SHOWN = 5;

/** What one reads of a thing for sale in a line: what it costs, and how much there is. */
export function useProductWords(): (product: ListedProduct) => string {
  const { workspace } = useSignedIn();
  return product =>
    [priceWords(product, workspace), stockWords(product, workspace.language)].filter(Boolean).join(' · ');
}

/** Picks a thing for sale by its name or reference. */
export function ProductPick({
  name,
  autoFocus = false,
  opens,
  onPick,
}: {
  name: string;
  autoFocus?: boolean;
  /** Where what fits is listed: over what stands there, so that nothing moves under a click. */
  opens: 'above' | 'below';
  onPick: (product: ListedProduct) => void;
}) {
  const { member } = useSignedIn();
  const products = useProducts();
  const [typed, setTyped] = useState('');
  const [isIn, setIsIn] = useState(false);
  const inWords = useProductWords();
  const fitting = products ? productsFor(typed, products) : [];
  const pick = (product: ListedProduct) => {
    setTyped('');
    onPick(product);
  };
  // Who is quicker than the list has picked the first that fits all the same.
  const [isQuick, setIsQuick] = useState(false);
  useEffect(() => {
    if (!isQuick || !products) return;
    setIsQuick(false);
    const [first] = productsFor(typed, products);
    if (!first) return;
    setTyped('');
    onPick(first);
  }, [isQuick, products, typed, onPick]);
  const suggested = useSuggestions(isIn ? `for sale ${typed}` : undefined, fitting.slice(0, MOST_SHOWN), pick);
  return (
    <div
      role="search"
      className="relative"
      onFocus={() => setIsIn(true)}
      onBlur={event => {
        if (!event.currentTarget.contains(event.relatedTarget)) setIsIn(false);
      }}
    >
      <SmallInput
        name={name}
        type="search"
        autoComplete="off"
        placeholder="A thing for sale: its name or reference"
        className="mb-1 w-full"
        autoFocus={autoFocus}
        value={typed}
        onChange={event => setTyped(event.target.value)}
        onKeyDown={event => {
          if (suggested.press(event)) event.stopPropagation();
          else if (!products && typed !== '' && suggestionKeys.pressed(event) === 'pick') {
            event.preventDefault();
            event.stopPropagation();
            setIsQuick(true);
          }
        }}
      />
      <div className={`absolute inset-x-0 z-20 ${opens === 'above' ? 'bottom-full' : 'top-full'}`}>
        <SuggestionList name="Things for sale" suggestions={suggested} keyOf={one => one.id} onPick={pick}>
          {product => (
            <span className="flex items-center gap-2">
              {product.picture ? (
                <img src={product.picture.src} alt="" className="size-7 shrink-0 rounded object-cover" />
              ) : null}
              <span className="min-w-0">
                <span className="block truncate">{product.name}</span>
                <span className="block truncate text-xs text-ink-2">{inWords(product) || product.ref}</span>
              </span>
            </span>
          )}
        </SuggestionList>
      </div>
      {products && fitting.length === 0 ? (
        <p className="mb-2 text-xs text-ink-2">
          {products.length === 0 ? 'Nothing is for sale yet. ' : 'Nothing for sale is called that. '}
          {member.role === 'lead' ? (
            <Link to="/settings/for-sale" className="text-petrol underline">
              Things for sale
            </Link>
          ) : null}
        </p>
      ) : null}
    </div>
  );
}
