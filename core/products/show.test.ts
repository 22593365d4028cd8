import { describe, expect, test } from 'vitest';
import type { Flow } from '../flow/format.ts';
import type { Card } from '../flow/steps/show.ts';
import { tuesday } from '../flow/tests/flow.arbitrary.ts';
import { end, flowOf, notes, opened, perform, said, say, typed } from '../flow/tests/perform.ts';
import type { Product } from './product.ts';

describe('cards of things for sale', () => {
  const pump: Product = {
    ref: 'hp-5',
    name: 'Heat pump, 5 kW',
    words: 'For a terrace.',
    picture: { src: '/p/1', alt: 'A heat pump' },
    price: 9_400,
    currency: null,
    stock: 'in stock',
    left: null,
    page: '/heat-pumps',
  };
  const products = new Map([['hp-5', pump]]);
  const card = (id: string, more: Partial<Card>): Card => ({ id, title: '', line: [], actions: [], ...more });
  const flowWith = (...cards: Card[]) =>
    flowOf({ a: [{ id: 'show', kind: 'show', line: [], cards }, say('on', 'Carrying on.'), end] });
  const shownBy = (flow: Flow, known?: ReadonlyMap<string, Product>) =>
    perform(flow, [opened], known ? { ...tuesday, products: known } : tuesday).acts.find(
      act => act.act === 'show' || act.act === 'ask',
    );

  test('say what is known now, but for what they say themselves', () => {
    const flow = flowWith(
      card('k1', { product: 'hp-5', actions: [{ id: 'look', label: 'Have a look', page: '' }] }),
      card('k2', { product: 'hp-5', title: 'Our smallest', price: { formula: '1' } }),
    );
    expect(shownBy(flow, products)).toMatchObject({
      act: 'show',
      cards: [
        {
          title: 'Heat pump, 5 kW',
          price: '£9,400',
          picture: { src: '/p/1' },
          line: [[{ text: 'For a terrace.' }], [{ text: 'In stock' }]],
          actions: [{ id: 'look', page: '/heat-pumps' }],
        },
        { title: 'Our smallest', price: '£1' },
      ],
    });
  });

  test('are left out when they are for sale no more, and the team is told', () => {
    const gone = card('k1', { product: 'gone', actions: [{ id: 'more', label: 'More' }] });
    expect(shownBy(flowWith(gone, card('k2', { product: 'hp-5' })), products)).toMatchObject({
      act: 'show',
      cards: [{ title: 'Heat pump, 5 kW' }],
    });
    const { acts } = perform(flowWith(gone), [opened], { ...tuesday, products });
    expect(said(acts)).toEqual(['Carrying on.']);
    expect(notes(acts)).toEqual(['Not shown, as it is not among the things for sale: gone.']);
  });

  test('are picked by what they are called now', () => {
    const flow = flowOf({
      a: [
        {
          id: 'show',
          kind: 'show',
          line: [],
          cards: [card('k', { product: 'hp-5', actions: [{ id: 'm', label: 'More', to: 'b' }] })],
        },
        end,
      ],
      b: [say('p', 'Pricing.'), { ...end, id: 'e2' }],
    });
    expect(said(perform(flow, [opened, typed('heat pump, 5 kW')], { ...tuesday, products }).last).at(-1)).toBe(
      'Pricing.',
    );
  });

  test('have their reference for a name where it is not known what is for sale', () => {
    expect(shownBy(flowWith(card('k', { product: 'hp-5' })))).toMatchObject({ cards: [{ title: 'hp-5' }] });
  });
});
