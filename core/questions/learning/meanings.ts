import { Articles } from '../article.ts';
import { RatedQueries } from '../evaluation.ts';
import { type Meaning, meaningOfBytes } from '../meaning.ts';
import { textsOf } from '../passages.ts';
import { businesses } from './businesses.ts';
import written from './meanings.json' with { type: 'json' };

/** What they mean, as an encoder said. */
export function meaningsLearntFrom(): Map<string, Meaning> {
  return new Map(Object.entries(written).map(([text, base64]) => [text, meaningWritten(base64)]));
}

/** All texts whose meaning is learnt from. */
export function textsLearntFrom(): string[] {
  const texts = businesses.flatMap(set => {
    const { queries, outOfScope } = RatedQueries.parse(set);
    return [
      ...Articles.parse(set).articles.flatMap(article => Object.values(textsOf(article)).flat()),
      ...[...queries, ...outOfScope].map(({ q }) => q),
    ];
  });
  return [...new Set(texts)];
}

/** RFC 4648, section 4. */
const DIGITS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';

/** A meaning that was written down in base64. */
function meaningWritten(base64: string): Meaning {
  const digits = base64.replaceAll('=', '');
  const amounts = new Int8Array(Math.floor((digits.length * 3) / 4));
  let bits = 0;
  for (let at = 0, byte = 0; at < digits.length; at++) {
    bits = (bits << 6) | DIGITS.indexOf(digits[at]!);
    if (at % 4 !== 0) amounts[byte++] = bits >> (6 - 2 * (at % 4));
  }
  return meaningOfBytes(amounts);
}
