/** How deep a value may be nested; nothing that Kineta takes comes near it. */
const DEEPEST = 64;

/** Thrown for a value that is nested deeper than anything that could be meant. */
export class TooDeep extends Error {
  override name = 'TooDeep';
}

/** A text of at most so many characters, cut between two of them and never through one. */
export function cut(text: string, most: number): string {
  if (text.length <= most) return text;
  const characters = [...text];
  return characters.length > most ? characters.slice(0, most).join('') : text;
}

/**
 * A value as JSON can spell it, with every text in it, keys included, well-formed: half a character (a surrogate without
 * its other half) becomes U+FFFD, since nothing can keep it or send it on as UTF-8.
 * @throws {TooDeep} when it is nested deeper than anything that could be meant
 */
export function wellFormed(value: unknown, depth = 0): unknown {
  if (typeof value === 'string') return value.isWellFormed() ? value : value.toWellFormed();
  if (value === null || typeof value !== 'object') return value;
  if (depth === DEEPEST) throw new TooDeep('That is nested too deeply.');
  if (Array.isArray(value)) return value.map(one => wellFormed(one, depth + 1));
  if (Object.getPrototypeOf(value) !== Object.prototype && Object.getPrototypeOf(value) !== null) return value;
  const formed: Record<string, unknown> = {};
  // Defined, not set: a key may be called what would otherwise set the prototype.
  for (const [key, one] of Object.entries(value))
    Object.defineProperty(formed, key.toWellFormed(), {
      value: wellFormed(one, depth + 1),
      enumerable: true,
      configurable: true,
      writable: true,
    });
  return formed;
}
