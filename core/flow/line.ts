import { z } from 'zod';
import { type Fact, FactName, type Facts, type Locale, show, type Value } from '../facts/fact.ts';

/** Links lead to the web, to mail or to a telephone; anything else could run in the visitor's page. */
export const Link = z
  .string()
  .max(2_000)
  .regex(
    /^(https?:\/\/[^\s]+|mailto:[^\s]+|tel:[+\d() -]+|\/(?![/\\])[^\s]*)$/i,
    'A link starts with https://, mailto:, tel: or /.',
  );

/** A stretch of text, with how it is set and where it links. */
export const TextSpan = z.strictObject({
  text: z.string().max(4_000),
  strong: z.literal(true).optional(),
  emphasis: z.literal(true).optional(),
  link: Link.optional(),
});
export type TextSpan = z.infer<typeof TextSpan>;

/** A fact in a line; `otherwise` stands in its place while it is not known. */
export const FactSpan = z.strictObject({ fact: FactName, otherwise: z.string().max(200).optional() });
export type FactSpan = z.infer<typeof FactSpan>;

/** What is said, as a small structured document: paragraphs of spans. Never HTML. */
export const Line = z.array(z.array(z.union([TextSpan, FactSpan])).max(200)).max(50);
export type Line = z.infer<typeof Line>;

/** A line with its facts filled in, as visitors receive it. */
export const SpokenLine = z.array(z.array(TextSpan));
export type SpokenLine = z.infer<typeof SpokenLine>;

/** A line of plain text; every newline begins a paragraph. */
export function lineOf(text: string): SpokenLine {
  return text === '' ? [] : text.split('\n').map(paragraph => (paragraph === '' ? [] : [{ text: paragraph }]));
}

/** The line as plain text, facts by their names in braces. */
export function lineText(line: Line): string {
  return line
    .map(paragraph => paragraph.map(span => ('fact' in span ? `{${span.fact}}` : span.text)).join(''))
    .join('\n');
}

export function isEmptyLine(line: Line): boolean {
  return lineText(line).trim() === '';
}

/** The facts that a line cannot do without: those with no words in their place while they are not known. */
export function lineReads(line: Line): string[] {
  return line.flat().flatMap(span => ('fact' in span && span.otherwise === undefined ? [span.fact] : []));
}

/** Every fact that a line mentions. */
export function lineFacts(line: Line): string[] {
  return line.flat().flatMap(span => ('fact' in span ? [span.fact] : []));
}

/** Writes a fact’s value as a line shows it, in the fact’s own type and unit. */
export function written(value: Value, fact: Pick<Fact, 'type' | 'unit'> | undefined, locale: Locale): string {
  const text = show(value, fact?.type ?? 'text', locale);
  return fact?.unit && typeof value === 'number' ? `${text} ${fact.unit}` : text;
}

/** Fills a line in; made once per edition. A line without facts is handed out as it is, with nothing copied. */
export function speaker(
  line: Line,
  factOf: (name: string) => Pick<Fact, 'type' | 'unit'> | undefined,
): (facts: Facts, locale: Locale) => SpokenLine {
  if (lineFacts(line).length === 0) {
    const spoken = line as SpokenLine;
    return () => spoken;
  }
  return (facts, locale) =>
    line.map(paragraph =>
      paragraph.map((span): TextSpan => {
        if (!('fact' in span)) return span;
        const value = facts[span.fact];
        return { text: value === undefined ? (span.otherwise ?? '') : written(value, factOf(span.fact), locale) };
      }),
    );
}
