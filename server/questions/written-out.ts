import type { WrittenAs } from '@kineta/contract';
import type { KeptArticle } from '@kineta/core';
import { micromark } from 'micromark';
import { gfm, gfmHtml } from 'micromark-extension-gfm';
import Papa from 'papaparse';

interface Document {
  /** What the file ends in. */
  ending: string;
  write(articles: readonly KeptArticle[]): string;
}

/** An answer as HTML; what looks like HTML in it is text. */
const htmlOf = (answer: string): string => micromark(answer, { extensions: [gfm()], htmlExtensions: [gfmHtml()] });

/** A heading in an answer would begin another question: it is set in bold. */
const withoutHeadings = (answer: string): string => answer.replace(/^#{1,6} +(.+?) *#* *$/gm, '**$1**');

/** What answers are written out as, to be read elsewhere or here again. */
export const writtenOut: Readonly<Record<WrittenAs, Document>> = {
  jsonld: {
    ending: 'jsonld',
    write: articles =>
      JSON.stringify(
        {
          '@context': 'https://schema.org',
          '@type': 'FAQPage',
          mainEntity: articles.map(({ question, answer }) => ({
            '@type': 'Question',
            name: question,
            acceptedAnswer: { '@type': 'Answer', text: htmlOf(answer) },
          })),
        },
        null,
        2,
      ),
  },
  csv: {
    ending: 'csv',
    // What a spreadsheet would take for a formula is text, by a mark in front that is taken away when it is read here.
    write: articles =>
      Papa.unparse(
        [
          ['question', 'answer', 'wordings', 'tags'],
          ...articles.map(({ question, answer, wordings, tags }) => [
            question,
            answer,
            wordings.join('\n'),
            tags.join(', '),
          ]),
        ],
        { escapeFormulae: true },
      ),
  },
  markdown: {
    ending: 'md',
    write: articles =>
      articles.map(({ question, answer }) => `## ${question}\n\n${withoutHeadings(answer)}\n`).join('\n'),
  },
};
