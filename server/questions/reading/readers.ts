import { type FoundPart, partsIn, questionKey } from '@kineta/core';
import { type Read, type Reader, Unreadable } from './document.ts';
import { faqPage } from './faq-page.ts';
import { html } from './html.ts';
import { markdown } from './markdown.ts';
import { pdf } from './pdf.ts';
import { sheet } from './sheet.ts';
import { plainText } from './text.ts';
import { word } from './word.ts';

/** Every kind of document, each a line. Those that are known by how they begin, the surest first. */
const readers: readonly Reader[] = [pdf, word, html, faqPage, markdown, sheet, plainText];

/** A document is at most so large, in bytes. */
export const LARGEST = 20 * 1_048_576;

/** What a document is called, sent as, and where it is from. */
export interface Given {
  name: string;
  type?: string;
  base?: string | null;
}

function readerOf(content: Buffer, { name, type = '' }: Given): Reader {
  const ending = /\.([a-z0-9]+)(?:[?#].*)?$/i.exec(name)?.[1]?.toLowerCase() ?? '';
  const sent = type.split(';')[0]!.trim().toLowerCase();
  const found =
    readers.find(({ types }) => sent !== '' && sent !== 'text/plain' && types.includes(sent)) ??
    readers.find(({ endings }) => endings.includes(ending)) ??
    readers.find(({ begins }) => begins?.(content.subarray(0, 2_048)));
  if (!found)
    throw new Unreadable(
      'This is none of the documents that can be read: HTML, Markdown, DOCX, PDF, CSV, plain text, or FAQPage data.',
    );
  return found;
}

/**
 * What a document answers.
 * @throws {Unreadable} with a sentence for who gave it
 */
export async function partsOf(content: Buffer, given: Given): Promise<FoundPart[]> {
  if (content.length > LARGEST)
    throw new Unreadable(
      `This document has ${Math.round(content.length / 1_048_576)} MB; at most ${LARGEST / 1_048_576} MB can be read.`,
    );
  const reader = readerOf(content, given);
  try {
    return withTold(await reader.read(content, { type: given.type ?? '', base: given.base ?? null }));
  } catch (error) {
    if (error instanceof RangeError) throw new Unreadable('This document is nested too deeply to be read.');
    throw error;
  }
}

/** What data tells of goes first; what the page shows of the same is not taken twice. */
function withTold({ tree, told }: Read): FoundPart[] {
  const known = new Set<string>();
  const pairs = told.flatMap(({ question, answer }): FoundPart[] => {
    if (known.has(questionKey(question))) return [];
    known.add(questionKey(question));
    return [{ kind: 'pair', question, answer, heading: '' }];
  });
  const shown = partsIn(tree).filter(({ question }) => question === '' || !known.has(questionKey(question)));
  return [...pairs, ...(pairs.length > 0 ? shown.filter(({ kind }) => kind === 'pair') : shown)];
}
