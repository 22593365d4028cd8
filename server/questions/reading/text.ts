import { asks } from '@kineta/core';
import type { Reader } from './document.ts';
import { decoded } from './encoding.ts';
import { readHtml } from './html.ts';
import { documentOf, type Line } from './lines.ts';

const UNDERLINE = /^\s*([=\-~*#^"])\1{2,}\s*$/;
const RULE = /^\s*([=\-~*#_])\1{5,}\s*$/;
const MARKED = /^(#{1,6})\s+(.+?)\s*#*$/;
const isLoud = (text: string): boolean =>
  /\p{Lu}{3}/u.test(text) && text === text.toUpperCase() && text.length <= 80 && !/[.,;:]$/.test(text);
const levels: Readonly<Record<string, number>> = { '=': 2, '*': 2, '#': 2, '-': 3, '~': 4, '^': 4, '"': 4 };
/** A title with its number: “3.2 Sending things back”. */
const SECTION = /^(\d+(?:\.\d+)+)\.?\s+\p{Lu}/u;

/** Whether a line of signs stands under a title: about as long as that. */
const isLineUnder = (title: string, line: string): boolean => {
  const signs = line.trim().length;
  return title.length <= 160 && signs >= title.length * 0.6 && signs <= title.length * 1.5 + 4;
};

/** So many titles with numbers of sections make a text one that is numbered throughout. */
const OFTEN = 3;

/** The lines of a text, with its headings: underlined, loud, marked, or with numbers of sections. */
function linesOf(text: string): Line[] {
  const raw = text.replace(/\t/g, '        ').split(/\r\n|\r|\n|\f/);
  const isNumbered = raw.filter((line, at) => SECTION.test(line.trim()) && raw[at - 1]?.trim() === '').length >= OFTEN;
  const lines: Line[] = [];
  /** The level of the paragraph that a title over several lines is. */
  let open: number | undefined;
  raw.forEach((line, at) => {
    const words = line.trim();
    const indent = line.length - line.trimStart().length;
    const before = raw[at - 1]?.trim() ?? '';
    const next = raw[at + 1] ?? '';
    const isAlone = before === '' && next.trim() === '';
    if (words === '') open = undefined;
    if (UNDERLINE.test(line) && before !== '' && lines.at(-1)?.level !== undefined) return;
    if (RULE.test(line)) {
      lines.push({ text: '', indent: 0 });
      return;
    }
    const level = open ?? levelOf(words, next, { isAlone, isNumbered, begins: before === '' });
    if (level === undefined) lines.push({ text: words, indent });
    else lines.push({ text: MARKED.exec(words)?.[2] ?? words, indent, level });
    if (level !== undefined && isNumbered && SECTION.test(words) && !asks(words)) open = level;
  });
  return lines;
}

interface Place {
  isAlone: boolean;
  isNumbered: boolean;
  begins: boolean;
}

/** The level of the heading that a line is; undefined of one that is none. */
function levelOf(words: string, next: string, { isAlone, isNumbered, begins }: Place): number | undefined {
  if (words === '' || words.length > 160) return undefined;
  const marked = MARKED.exec(words);
  if (marked) return marked[1]!.length;
  if (isLineUnder(words, next)) {
    const under = UNDERLINE.exec(next)?.[1];
    if (under) return levels[under] ?? 3;
  }
  const section = SECTION.exec(words)?.[1];
  if (section && begins && (isNumbered || (isAlone && !words.endsWith('.'))))
    return Math.min(6, section.split('.').length + 1);
  if (isNumbered && isAlone && /^\d+\.?\s+\p{Lu}/u.test(words) && words.length <= 60 && !/[.?!]$/.test(words)) return 2;
  if (isLoud(words) && begins) return asks(words) ? 3 : 2;
  return undefined;
}

export const plainText: Reader = {
  name: 'text',
  endings: ['txt', 'text', 'asc', 'rst'],
  types: ['text/plain'],
  begins: head => !head.includes(0),
  read: (content, { type, base }) => readHtml(documentOf(linesOf(decoded(content, type).replace(/^\uFEFF/, ''))), base),
};
