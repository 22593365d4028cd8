import type { Element, ElementContent, Nodes, Root } from 'hast';

/** What stands in a document’s body. */
export type Content = ElementContent;

/** Whether something is an element, of one of these names if any is said. */
export const isElement = <Name extends string = string>(
  node: Nodes | undefined,
  ...names: Name[]
): node is Element & { tagName: Name } =>
  node?.type === 'element' && (names.length === 0 || (names as string[]).includes(node.tagName));

export const childrenOf = (node: Nodes): Content[] => ('children' in node ? (node.children as Content[]) : []);

const APART = new Set([
  'br',
  'p',
  'div',
  'li',
  'tr',
  'td',
  'th',
  'dt',
  'dd',
  'h1',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
  'section',
]);

function pieces(node: Nodes): string {
  if (node.type === 'text') return node.value;
  if (isElement(node, 'br')) return ' ';
  const inside = childrenOf(node).map(pieces).join('');
  return isElement(node) && APART.has(node.tagName) ? ` ${inside} ` : inside;
}

/** The words of a part, as they are read: with single spaces. */
export const textOf = (node: Nodes | readonly Nodes[]): string =>
  (Array.isArray(node) ? node.map(pieces).join('') : pieces(node as Nodes)).replace(/\s+/g, ' ').trim();

/** What an element says of itself by an attribute’s name as hast writes it; empty without. */
export function attribute(node: Element, name: string): string {
  const value = node.properties[name];
  return Array.isArray(value)
    ? value.join(' ')
    : value === undefined || value === null || value === false
      ? ''
      : String(value);
}

export const named = (node: Element): string => `${attribute(node, 'className')} ${attribute(node, 'id')}`.trim();

/** Every element below a part, and itself, in the order in which they stand. */
export function* elementsIn(node: Nodes): Generator<Element> {
  if (isElement(node)) yield node;
  for (const child of childrenOf(node)) yield* elementsIn(child);
}

export const paragraphOf = (children: readonly Content[]): Element => ({
  type: 'element',
  tagName: 'p',
  properties: {},
  children: [...children],
});

export const rootOf = (children: readonly Content[]): Root => ({ type: 'root', children: [...children] });

const BLOCKS = new Set([
  ...[
    'address',
    'article',
    'aside',
    'blockquote',
    'details',
    'dialog',
    'dd',
    'div',
    'dl',
    'dt',
    'fieldset',
    'figure',
    'footer',
  ],
  ...[
    'form',
    'h1',
    'h2',
    'h3',
    'h4',
    'h5',
    'h6',
    'header',
    'hgroup',
    'hr',
    'li',
    'main',
    'nav',
    'ol',
    'p',
    'pre',
    'section',
  ],
  ...['summary', 'table', 'tbody', 'td', 'tfoot', 'th', 'thead', 'tr', 'ul'],
]);
export const isBlock = (node: Nodes): boolean => isElement(node) && BLOCKS.has(node.tagName);
export const hasBlocks = (node: Nodes): boolean => childrenOf(node).some(child => isBlock(child) || hasBlocks(child));
