import { asks } from '@kineta/core';
import Papa from 'papaparse';
import { type Reader, Unreadable } from './document.ts';
import { decoded } from './encoding.ts';

const QUESTION = /^(?:questions?|q|asked|frage|pregunta|title|titel|titre|subject|topic)$/i;
const ANSWER = /^(?:answers?|a|reply|response|antwort|respuesta|réponse|text|body|content|description)$/i;
const MOST_ROWS = 20_000;

/** The columns in which questions and answers stand: by their names, else the one that asks and the longest one behind it. */
function columnsOf(rows: readonly string[][]): { question: number; answer: number; from: number } | undefined {
  const head = rows[0]?.map(cell => cell.trim()) ?? [];
  const question = head.findIndex(cell => QUESTION.test(cell));
  const answer = head.findIndex((cell, at) => at !== question && ANSWER.test(cell));
  if (question >= 0 && answer >= 0) return { question, answer, from: 1 };
  const width = Math.max(0, ...rows.map(row => row.length));
  const asking = [...Array(width).keys()].find(
    column => rows.filter(row => asks(row[column]?.trim() ?? '')).length >= rows.length * 0.5,
  );
  if (asking === undefined) return undefined;
  const length = (column: number) => rows.reduce((sum, row) => sum + (row[column]?.length ?? 0), 0);
  const others = [...Array(width).keys()]
    .filter(column => column !== asking)
    .sort((one, other) => length(other) - length(one));
  if (others[0] === undefined) return undefined;
  return { question: asking, answer: others[0], from: asks(head[asking] ?? '') ? 0 : 1 };
}

export const sheet: Reader = {
  name: 'CSV',
  endings: ['csv', 'tsv'],
  types: ['text/csv', 'text/tab-separated-values'],
  read(content, { type }) {
    const { data } = Papa.parse<string[]>(
      decoded(content, type)
        .replace(/^\uFEFF/, '')
        .trim(),
      {
        preview: MOST_ROWS,
        skipEmptyLines: 'greedy',
      },
    );
    const columns = columnsOf(data);
    if (!columns)
      throw new Unreadable(
        'This table has no columns for questions and answers. Name them “question” and “answer” in its first row.',
      );
    const told = data.slice(columns.from).flatMap(row => {
      const question = row[columns.question]?.trim() ?? '';
      // Tables that are written out mark what a spreadsheet would take for a formula.
      const answer = (row[columns.answer]?.trim() ?? '').replace(/^'(?=[=+\-@\t\r])/, '');
      return question && answer ? [{ question, answer }] : [];
    });
    return { tree: { type: 'root', children: [] }, told };
  },
};
