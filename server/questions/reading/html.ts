import { attribute, elementsIn, isElement, textOf } from '@kineta/core';
import type { Root } from 'hast';
import { fromHtml } from 'hast-util-from-html';
import type { Read, Reader } from './document.ts';
import { decoded } from './encoding.ts';
import { pairsOfData } from './faq-page.ts';

/** Makes links and pictures whole, as far as it is known where they are from. */
function resolved(tree: Root, base: string | null): void {
  if (base === null) return;
  for (const node of elementsIn(tree))
    for (const name of ['href', 'src'] as const) {
      const given = attribute(node, name);
      // Ways of a page to itself tell its list of contents.
      if (given !== '' && !given.startsWith('#') && URL.canParse(given, base))
        node.properties[name] = new URL(given, base).href;
    }
}

/** A document that was written in HTML, or made into it. */
export function readHtml(html: string, base: string | null): Read {
  const tree = fromHtml(html);
  const data = [...elementsIn(tree)]
    .filter(node => isElement(node, 'script') && attribute(node, 'type').toLowerCase() === 'application/ld+json')
    .map(node => (node.children[0]?.type === 'text' ? node.children[0].value : textOf(node)));
  const told = data.flatMap(json => {
    try {
      return pairsOfData(JSON.parse(json));
    } catch {
      return [];
    }
  });
  resolved(tree, base);
  return { tree, told };
}

export const html: Reader = {
  name: 'HTML',
  endings: ['html', 'htm', 'xhtml'],
  types: ['text/html', 'application/xhtml+xml'],
  begins: head =>
    /^\s*(?:<!--[\s\S]*?-->\s*)?<(?:!doctype html|html|head|body|div|h[1-6]|p|main|article|section|details|dl)\b/i.test(
      head.toString('latin1'),
    ),
  read: (content, { type, base }) => readHtml(decoded(content, type), base),
};
