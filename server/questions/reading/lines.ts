import { asks, endsAsking, labelledAnswer, labelledAsked } from '@kineta/core';

/** A line of a text without marks: its words, and how it is set where that is known. */
export interface Line {
  text: string;
  /** By how much it stands further right than the others, in characters. */
  indent: number;
  /** Its heading’s level, where it is set as one. */
  level?: number;
  bold?: boolean;
  /** Whether more room than usual stands before it. */
  apart?: boolean;
}

const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
const BULLET = /^(?:[-*•·‣▪◦●○–]|o(?=\s{2,}))\s+/u;
const NUMBERED = /^(?:\(?\d{1,2}[.)]|[a-z][.)])\s+/iu;
/** A line of a list of contents: a title, dots, and a page. */
const CONTENTS = /(?:\.\s?){4,}\s*\d*\s*$|\s{3,}\d{1,3}$/;
const LONGEST_QUESTION = 300;
/** Lines that are set far in and end so early were not cut to fit. */
const SHORT = 50;

const joined = (lines: readonly Line[]): string =>
  lines
    .map(({ text }) => text)
    .reduce((one, other) =>
      /[\p{L}]-$/u.test(one) && /^\p{Ll}/u.test(other) ? one.slice(0, -1) + other : `${one} ${other}`,
    );

const isEntryOf = ({ text }: Line): boolean => BULLET.test(text) || NUMBERED.test(text);

/** Lines that belong together: without room between them. */
function paragraphsOf(lines: readonly Line[]): Line[][] {
  const paragraphs: Line[][] = [];
  let open: Line[] = [];
  const close = () => {
    if (open.length > 0) paragraphs.push(open);
    open = [];
  };
  for (const line of lines) {
    const last = open.at(-1);
    if (line.text === '') {
      close();
      continue;
    }
    const isEntry = BULLET.test(line.text) || (NUMBERED.test(line.text) && !endsAsking(line.text));
    const begins =
      line.apart ||
      (isEntry && last !== undefined && !isEntryOf(last)) ||
      line.level !== undefined ||
      last?.level !== undefined ||
      Boolean(last && line.bold !== last.bold && (line.bold || last.bold)) ||
      (labelledAsked(line.text) && asks(line.text)) ||
      (labelledAnswer(line.text) && open.some(one => labelledAsked(one.text) || endsAsking(one.text)));
    // A heading over two lines is one.
    if (begins && !(last?.level !== undefined && last.level === line.level && !line.apart)) close();
    open.push(line);
  }
  close();
  return paragraphs;
}

/** A number of a section, or of a question: “4.2.”, “12.” */
const PLACED = /^(?:\d+\.)+\d*\.?\s+/;

/** A paragraph whose first lines ask is a question with its answer. */
function asked(lines: readonly Line[]): { question: string; rest: Line[] } | undefined {
  const whole = joined(lines);
  // One that has a number may say before it asks what it is about.
  if (PLACED.test(whole) && endsAsking(whole) && whole.length <= LONGEST_QUESTION) return { question: whole, rest: [] };
  for (let end = 1; end <= Math.min(3, lines.length); end++) {
    const question = joined(lines.slice(0, end));
    if (question.length > LONGEST_QUESTION) return undefined;
    if (endsAsking(question)) return { question, rest: lines.slice(end) };
    if (/[.!:]$/.test(question)) return undefined;
  }
  return undefined;
}

const entries = (lines: readonly Line[], mark: RegExp): string[] => {
  const all: Line[][] = [];
  for (const line of lines) {
    if (mark.test(line.text)) all.push([{ ...line, text: line.text.replace(mark, '') }]);
    else all.at(-1)?.push(line);
  }
  return all.map(one => `<li>${escaped(joined(one))}</li>`);
};

function markup(lines: readonly Line[], usual: number): string {
  const [first] = lines as [Line, ...Line[]];
  if (first.level !== undefined) return `<h${first.level}>${escaped(joined(lines))}</h${first.level}>`;
  if (first.bold) {
    const title = escaped(joined(lines));
    return `<p><strong>${title}</strong></p>`;
  }
  if (
    lines.every(({ indent, text }) => indent >= usual + 4 && !BULLET.test(text)) &&
    (lines.some(({ text }) => /[{}();=<>$#]|^\w+ --?\w/.test(text)) || lines.every(({ text }) => text.length < SHORT))
  )
    return `<pre><code>${lines.map(({ text, indent }) => escaped(' '.repeat(indent - usual - 4) + text)).join('\n')}</code></pre>`;
  if (
    labelledAsked(first.text) &&
    asks(joined(lines)) &&
    joined(lines).length <= LONGEST_QUESTION &&
    endsAsking(joined(lines))
  )
    return `<p>${escaped(joined(lines))}</p>`;
  const begins = asked(lines);
  if (begins && PLACED.test(begins.question))
    return withRest(`<h5>${escaped(begins.question)}</h5>`, begins.rest, usual);
  const isBulleted = (line: Line) => BULLET.test(line.text);
  if (isBulleted(first)) return `<ul>${entries(lines, BULLET).join('')}</ul>`;
  const numbered = lines.filter(({ text }) => NUMBERED.test(text));
  if (numbered.length > 0 && NUMBERED.test(first.text) && !numbered.some(({ text }) => endsAsking(text)))
    return `<ol>${entries(lines, NUMBERED).join('')}</ol>`;
  if (!begins) return paragraphWithList(lines, usual);
  return withRest(`<p>${escaped(begins.question)}</p>`, begins.rest, usual);
}

const withRest = (title: string, rest: readonly Line[], usual: number): string =>
  rest.length === 0 ? title : title + markup(rest, usual);

/** A paragraph, and the list that begins under it without room between. */
function paragraphWithList(lines: readonly Line[], usual: number): string {
  const list = lines.findIndex(({ text }, at) => at > 0 && BULLET.test(text));
  if (list < 0) return `<p>${escaped(joined(lines))}</p>`;
  return `<p>${escaped(joined(lines.slice(0, list)))}</p>${markup(lines.slice(list), usual)}`;
}

/** Entries with room between them are of one list. */
const mergedLists = (html: string): string => html.replace(/<\/(ul|ol)>\s*<\1>/g, '');

/** Lines as the document that they are read as: headings, paragraphs, lists, code. */
export function documentOf(lines: readonly Line[]): string {
  const kept = lines.filter(({ text }) => !CONTENTS.test(text));
  const indents = kept.filter(({ text }) => text !== '').map(({ indent }) => indent);
  const counts = new Map<number, number>();
  for (const indent of indents) counts.set(indent, (counts.get(indent) ?? 0) + 1);
  const usual = [...counts].sort((one, other) => other[1] - one[1])[0]?.[0] ?? 0;
  return mergedLists(
    paragraphsOf(kept)
      .map(paragraph => markup(paragraph, usual))
      .join('\n'),
  );
}
