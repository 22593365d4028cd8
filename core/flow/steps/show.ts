import { z } from 'zod';
import { understandChoice } from '../../answers/choice.ts';
import { show as showValue } from '../../facts/fact.ts';
import { type Formula, tryFormula } from '../../facts/formula.ts';
import { plain, type Words } from '../../facts/words.ts';
import { spoken } from '../../messages/message.ts';
import { type Product, ProductRef, priceWords, productLine } from '../../products/product.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, lineReads } from '../line.ts';
import { type CardShown, Picture } from '../shown.ts';
import type { World } from '../world.ts';
import { formulaFindings } from './decide.ts';
import { type Next, type Run, type StepFinding, type StepKind, WAIT, wayWords } from './kind.ts';
import { lineFindings, pictureFindings, quoted } from './say.ts';
import { Page } from './take.ts';

export const CardAction = z.strictObject({
  id: Id,
  label: z.string().max(60),
  /** The page it leads to, empty the one of the thing for sale; without one it is picked like a choice. */
  page: z.union([Page, z.literal('')]).optional(),
  /** The scene it leads to when there is no page; the next step when absent. */
  to: Id.optional(),
});

export const Card = z.strictObject({
  id: Id,
  /** The thing for sale that it shows: what the card itself leaves empty is said of that. */
  product: ProductRef.optional(),
  picture: Picture.optional(),
  title: z.string().max(100),
  line: Line,
  /** Worked out and shown as money. */
  price: z.strictObject({ formula: z.string().max(500) }).optional(),
  actions: z.array(CardAction).max(3),
});
export type Card = z.infer<typeof Card>;

export const Show = z.strictObject({
  id: Id,
  kind: z.literal('show'),
  /** Said above the cards; nothing when empty. */
  line: Line,
  cards: z.array(Card).min(1).max(10),
});
export type Show = z.infer<typeof Show>;

const picks = (step: Show) => step.cards.flatMap(card => card.actions.filter(action => action.page === undefined));

/** A thing for sale that is not known of, as by who tries a flow without them: by its reference. */
const unknownOf = (ref: string): Product => ({
  ref,
  name: ref,
  words: '',
  picture: null,
  price: null,
  currency: null,
  stock: null,
  left: null,
  page: null,
});

/** What is known of what a card shows; null when that is for sale no more. */
function productOn({ product }: Card, { products }: World): Product | null | undefined {
  if (product === undefined) return undefined;
  return products ? (products.get(product) ?? null) : unknownOf(product);
}

/** How often it may be answered with something else before the flow goes on. */
const TRIES = 2;

/**
 * Shows a row of cards. With an action that leads on in the flow it waits for one to be picked; what only leads to pages
 * does not hold the flow up.
 */
export const show: StepKind<Show> = {
  kind: 'show',
  purpose: 'Show cards with pictures, prices and what to do next',
  schema: Show,
  hasLine: true,
  blank: id => ({
    id,
    kind: 'show',
    line: [],
    cards: [{ id: `${id}-1`, title: '', line: [], actions: [{ id: `${id}-1-1`, label: 'Tell me more' }] }],
  }),
  words: (step, around) => [
    plain('Show '),
    ...(isEmptyLine(step.line) ? [] : [...quoted(step.line), plain(' and ')]),
    plain(step.cards.length === 1 ? 'a card: ' : `${step.cards.length} cards: `),
    ...step.cards.flatMap(
      (card, index): Words => [
        plain(`${index > 0 ? '; ' : ''}${titleWords(card)}`),
        ...(isEmptyLine(card.line) ? [] : [plain(' '), ...quoted(card.line)]),
        ...(card.price ? [plain(' at '), { formula: card.price.formula }] : []),
        ...card.actions.flatMap(
          (action): Words => [
            plain(`, “${action.label}” `),
            ...(action.page === undefined
              ? wayWords(action.to, around)
              : [plain(`to ${action.page || (card.product === undefined ? '…' : 'its page')}`)]),
          ],
        ),
      ],
    ),
  ],
  exits(step) {
    const actions = picks(step);
    return actions.length === 0
      ? [{}]
      : [
          ...actions.map(action => ({ scene: action.to, label: action.label, part: action.id })),
          { label: 'anything else', part: 'otherwise' },
        ];
  },
  waits: step => picks(step).length > 0,
  reading: ({ line }) => ({ line }),
  reads: (step, facts) => [
    ...lineReads(step.line),
    ...step.cards.flatMap(card => [
      ...lineReads(card.line),
      ...(tryFormula(
        card.price?.formula ?? '',
        facts.map(fact => fact.name),
      )?.reads ?? []),
    ]),
  ],
  sets: () => [],
  products: step => [...new Set(step.cards.flatMap(({ product }) => product ?? []))],
  check(step, around) {
    const findings: StepFinding[] = lineFindings(step.line, around, 'line');
    const names = around.facts.map(fact => fact.name);
    for (const card of step.cards) {
      if (card.title.trim() === '' && card.product === undefined)
        findings.push({ code: 'empty line', level: 'problem', sentence: 'A card has no title.', part: card.id });
      if (card.product !== undefined && around.products?.includes(card.product) === false)
        findings.push({
          code: 'not for sale',
          level: 'advice',
          sentence: `“${card.product}” is not among the things for sale, so its card is not shown.`,
          part: card.id,
        });
      findings.push(...lineFindings(card.line, around, card.id));
      if (card.price) findings.push(...formulaFindings(card.price.formula, names, card.id));
      if (card.picture) findings.push(...pictureFindings(card.picture, card.id));
      for (const action of card.actions) {
        if (action.label.trim() === '')
          findings.push({
            code: 'empty line',
            level: 'problem',
            sentence: `A button of the card ${titleWords(card)} has no words.`,
            part: action.id,
          });
        if (action.page === '' && card.product === undefined)
          findings.push({
            code: 'empty line',
            level: 'problem',
            sentence: `The button “${action.label}” names no page.`,
            part: action.id,
          });
      }
    }
    return findings;
  },
  play(step, stage) {
    const speak = stage.speak(step.line);
    const on = stage.way(undefined);
    const cards = step.cards.map(card => ({
      card,
      speak: stage.speak(card.line),
      price: card.price ? tryFormula(card.price.formula, stage.factNames) : undefined,
    }));
    const ways = new Map<string, Next>(picks(step).map(action => [action.id, stage.way(action.to)]));
    // What is typed may be a button’s words, or the title of a card with one way on.
    const named = (world: World) =>
      step.cards.flatMap(card => {
        const product = productOn(card, world);
        if (product === null) return [];
        const actions = card.actions.filter(action => action.page === undefined);
        const own = actions.map(action => ({ label: action.label, id: action.id }));
        return actions.length === 1
          ? [...own, { label: card.title || (product?.name ?? ''), id: actions[0]!.id }]
          : own;
      });
    const shown = (run: Run): CardShown[] =>
      cards.flatMap(({ card, speak: speakCard, price }) => {
        const product = productOn(card, run.world);
        if (product === null) return [];
        const picture = card.picture ?? product?.picture ?? undefined;
        const line = speakCard(run);
        return {
          ...(picture ? { picture } : {}),
          title: card.title || (product?.name ?? ''),
          line: isEmptyLine(card.line) && product ? productLine(product, run.world.locale.language) : line,
          ...(card.price || !product ? priceOf(run, price) : soldAt(run, product)),
          actions: card.actions.flatMap(({ id, label, page }) => {
            const to = page === '' && product ? product.page : page;
            // A page that nothing is known of leads nowhere.
            return to === null ? [] : { id, label, ...(to === undefined ? {} : { page: to }) };
          }),
        };
      });
    const tellMissing = (run: Run): void => {
      const refs = step.cards.flatMap(card => (productOn(card, run.world) === null ? card.product! : []));
      if (refs.length > 0) run.tell(step.id, { code: 'not for sale', refs });
    };
    const ask = (run: Run, visible: CardShown[], line = speak(run)): Next => {
      run.acts.push({ act: 'ask', step: step.id, line, answer: { type: 'cards', cards: visible } });
      return WAIT;
    };
    return {
      enter(run) {
        run.tries = 0;
        tellMissing(run);
        const visible = shown(run);
        if (visible.length === 0) return on;
        if (visible.some(({ actions }) => actions.some(({ page }) => page === undefined))) return ask(run, visible);
        run.acts.push({ act: 'show', step: step.id, line: speak(run), cards: visible });
        return on;
      },
      answer(run, reply) {
        const picked = reply.choice === undefined ? undefined : ways.get(reply.choice);
        if (picked !== undefined) return picked;
        const there = named(run.world);
        const labels = there.map(({ label }) => label);
        const understood = understandChoice(reply.text, labels, run.world.locale.language);
        if ('value' in understood) return ways.get(there[understood.value as number]!.id)!;
        run.tries++;
        if (run.tries < TRIES) return ask(run, shown(run), spoken(run.world.locale.language, 'cards again'));
        run.tell(step.id, { code: 'no card picked' });
        return on;
      },
      skip: () => on,
      makes: () => 'no answer',
      offers(text, world) {
        const labels = named(world).map(({ label }) => label);
        return 'value' in understandChoice(text, labels, world.locale.language);
      },
    };
  },
};

const titleWords = ({ title, product }: Card): string =>
  product === undefined || title ? `“${title}”` : `what is sold as “${product}”`;

function soldAt(run: Run, product: Product): { price?: string } {
  const price = priceWords(product, run.world.locale);
  return price === undefined ? {} : { price };
}

function priceOf(run: Run, price: Formula | undefined): { price?: string } {
  const result = price?.evaluate(run.known);
  if (!result || 'error' in result || typeof result.value !== 'number') return {};
  return { price: showValue(result.value, 'money', run.world.locale) };
}
