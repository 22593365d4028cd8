import type { Content } from '@kineta/core';
import { markdownOf } from '@kineta/core';
import { fromHtml } from 'hast-util-from-html';
import { type Reader, Unreadable } from './document.ts';
import { decoded } from './encoding.ts';

/** So deep structured data is looked into, and so much of it. */
const DEEPEST = 12;
const MOST = 20_000;

const isOf = (node: Record<string, unknown>, type: string): boolean =>
  [node['@type']].flat().some(one => typeof one === 'string' && one.replace(/^https?:\/\/schema\.org\//, '') === type);

const wordsOf = (value: unknown): string => {
  if (typeof value === 'string') return value;
  if (Array.isArray(value)) return wordsOf(value[0]);
  if (typeof value === 'object' && value !== null && '@value' in value) return wordsOf(value['@value']);
  return '';
};

/** An answer as data holds it: text, or HTML in it. */
function answerOf(text: string): string {
  if (!/<\/?[a-z][^>]*>|&(?:[a-z]+|#\d+);/i.test(text)) return text.trim();
  return markdownOf(fromHtml(text, { fragment: true }).children as Content[]);
}

/** Pairs in structured data: Question with its acceptedAnswer (schema.org), wherever it stands in it. */
export function pairsOfData(data: unknown): Array<{ question: string; answer: string }> {
  const pairs: Array<{ question: string; answer: string }> = [];
  let seen = 0;
  const look = (value: unknown, depth: number): void => {
    if (depth > DEEPEST || typeof value !== 'object' || value === null || ++seen > MOST) return;
    if (Array.isArray(value)) {
      for (const one of value) look(one, depth + 1);
      return;
    }
    const node = value as Record<string, unknown>;
    if (isOf(node, 'Question')) {
      const question = wordsOf(node.name ?? node.text)
        .replace(/<[^>]+>/g, ' ')
        .replace(/\s+/g, ' ')
        .trim();
      const [accepted] = [node.acceptedAnswer ?? node.suggestedAnswer].flat() as Array<
        Record<string, unknown> | undefined
      >;
      const answer = answerOf(wordsOf(typeof accepted === 'string' ? accepted : accepted?.text));
      if (question !== '' && answer !== '') pairs.push({ question, answer });
      return;
    }
    for (const one of Object.values(node)) look(one, depth + 1);
  };
  look(data, 0);
  return pairs;
}

export const faqPage: Reader = {
  name: 'FAQPage',
  endings: ['json', 'jsonld'],
  types: ['application/ld+json', 'application/json'],
  begins: head => /^\s*[[{]/.test(head.toString('latin1')),
  read(content, { type }) {
    let data: unknown;
    try {
      data = JSON.parse(decoded(content, type).replace(/^\uFEFF/, ''));
    } catch {
      throw new Unreadable('This is not valid JSON.');
    }
    return { tree: { type: 'root', children: [] }, told: pairsOfData(data) };
  },
};
