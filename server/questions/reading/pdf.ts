import { type Reader, Unreadable } from './document.ts';
import { readHtml } from './html.ts';
import { documentOf, type Line } from './lines.ts';

/** So many pages are read at most. */
const MOST_PAGES = 500;
/** Larger than what is usual by this, a line is a heading. */
const LARGER = 1.12;

interface Set {
  text: string;
  x: number;
  y: number;
  size: number;
  bold: boolean;
  page: number;
  /** Whether it stands in the uppermost or lowest part of its page. */
  atEdge: boolean;
}

const withoutNumbers = (text: string): string => text.replace(/\d+/g, '#');

/** The part of a page, above and below, in which heads and feet of pages stand. */
const EDGE = 0.09;

/** What stands at the head or foot of most pages. */
function around(lines: readonly Set[], pages: number): ReadonlySet<string> {
  const seen = new Map<string, globalThis.Set<number>>();
  for (const line of lines.filter(({ atEdge }) => atEdge)) {
    const key = `${withoutNumbers(line.text)} ${Math.round(line.y / 4)}`;
    const on = seen.get(key) ?? new globalThis.Set();
    on.add(line.page);
    seen.set(key, on);
  }
  return new globalThis.Set([...seen].filter(([, on]) => on.size >= 2 && on.size >= pages * 0.5).map(([key]) => key));
}

const usualOf = (numbers: readonly number[]): number => {
  const counts = new Map<number, number>();
  for (const number of numbers) counts.set(number, (counts.get(number) ?? 0) + 1);
  return [...counts].sort((one, other) => other[1] - one[1])[0]?.[0] ?? 0;
};

/** Lines as they were set, with what their size and weight says of them. */
function linesOf(all: readonly Set[]): Line[] {
  const weigh = all.flatMap(({ size, text }) =>
    Array.from({ length: Math.ceil(text.length / 20) }, () => Math.round(size * 2) / 2),
  );
  const usual = usualOf(weigh);
  const left = Math.min(...all.map(({ x }) => x));
  const sizes = [
    ...new globalThis.Set(all.map(({ size }) => Math.round(size * 2) / 2).filter(size => size > usual * LARGER)),
  ].sort((one, other) => other - one);
  const gaps = all
    .slice(1)
    .flatMap((line, at) =>
      line.page === all[at]!.page && all[at]!.y > line.y ? [Math.round(all[at]!.y - line.y)] : [],
    );
  const room = usualOf(gaps.filter(gap => gap < usual * 1.9)) || usual * 1.25;
  const wide = Math.max(...all.map(({ text }) => text.length));
  return all.map((line, at): Line => {
    const last = all[at - 1];
    const level =
      line.size > usual * LARGER ? Math.min(5, sizes.indexOf(Math.round(line.size * 2) / 2) + 1) : undefined;
    const isNewPage = last !== undefined && last.page !== line.page;
    const ended = last === undefined || /[.!?:]["”)]?$/.test(last.text) || last.text.length < wide * 0.6;
    const apart = isNewPage ? ended : last !== undefined && last.y - line.y > room * 1.3;
    return {
      text: line.text,
      indent: Math.max(0, Math.round((line.x - left) / (usual * 0.5))),
      ...(level === undefined ? {} : { level }),
      ...(line.bold && level === undefined ? { bold: true } : {}),
      ...(apart ? { apart: true } : {}),
    };
  });
}

export const pdf: Reader = {
  name: 'PDF',
  endings: ['pdf'],
  types: ['application/pdf'],
  begins: head => head.subarray(0, 5).toString('latin1') === '%PDF-',
  async read(content) {
    const { getDocument, VerbosityLevel } = await import('pdfjs-dist/legacy/build/pdf.mjs');
    const loading = getDocument({
      data: new Uint8Array(content),
      useSystemFonts: true,
      isEvalSupported: false,
      verbosity: VerbosityLevel.ERRORS,
    });
    try {
      const document = await loading.promise;
      const lines: Set[] = [];
      for (let number = 1; number <= Math.min(document.numPages, MOST_PAGES); number++) {
        const page = await document.getPage(number);
        // What its fonts are called is known once it was drawn.
        await page.getOperatorList();
        const { items } = await page.getTextContent();
        const [, bottom, , top] = page.view as [number, number, number, number];
        const edge = (top - bottom) * EDGE;
        const isBold = (font: string): boolean =>
          page.commonObjs.has(font) &&
          /bold|black|heavy|semib|demi/i.test((page.commonObjs.get(font) as { name?: string }).name ?? '');
        for (const item of items) {
          if (!('str' in item) || (item.str.trim() === '' && item.str !== ' ')) continue;
          const [, , , , x, y] = item.transform as [number, number, number, number, number, number];
          const size = Math.hypot(item.transform[2] as number, item.transform[3] as number);
          const last = lines.at(-1);
          // The mark of a footnote: small, and above the line.
          if (last && last.page === number && size < last.size * 0.8 && /^\d{1,2}$/.test(item.str.trim())) continue;
          if (last && last.page === number && Math.abs(last.y - y) < size * 0.5) {
            last.text += item.str;
            if (item.str.trim() !== '') {
              last.bold &&= isBold(item.fontName);
              last.size = Math.max(last.size, size);
            }
          } else if (item.str.trim() !== '')
            lines.push({
              text: item.str,
              x,
              y,
              size,
              bold: isBold(item.fontName),
              page: number,
              atEdge: y < bottom + edge || y > top - edge,
            });
        }
        page.cleanup();
      }
      const kept = lines
        .map(line => ({ ...line, text: line.text.replace(/\s+/g, ' ').trim() }))
        .filter(({ text }) => text !== '' && !/^(?:page )?\d{1,4}(?: (?:of|\/) \d{1,4})?$/i.test(text));
      if (kept.length === 0)
        throw new Unreadable(
          'This PDF holds pictures of pages and no text. Save it with its text, or bring in what it was made from.',
        );
      const repeated = around(kept, document.numPages);
      const told = kept.filter(({ text, y }) => !repeated.has(`${withoutNumbers(text)} ${Math.round(y / 4)}`));
      return readHtml(documentOf(linesOf(told)), null);
    } catch (error) {
      if (error instanceof Unreadable) throw error;
      throw new Unreadable('This PDF cannot be read. It may be damaged, or locked with a password.');
    } finally {
      await loading.destroy();
    }
  },
};
