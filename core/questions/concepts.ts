import type { QuestionLanguage } from './language/language.ts';
import { stemOf, wordsOf } from './words.ts';

/** What a text tells of, by the names of concepts, each with how plainly. */
export type Told = ReadonlyMap<string, number>;

/** A turn of phrase of several words is plainer than a word that may stand for much. */
const PLAIN = 1.6;

const readers = new WeakMap<QuestionLanguage, ConceptReader>();

/** The reader of a language, made once: it has thousands of phrases to take apart. */
export function conceptReaderOf(language: QuestionLanguage): ConceptReader {
  const known = readers.get(language) ?? new ConceptReader(language);
  readers.set(language, known);
  return known;
}

/** Finds what texts of a language tell of. */
export class ConceptReader {
  private readonly language: QuestionLanguage;
  /** The phrases by the stem that they begin with. */
  private readonly beginnings = new Map<string, Array<{ stems: readonly string[]; concept: string }>>();

  constructor(language: QuestionLanguage) {
    this.language = language;
    for (const [concept, phrases] of Object.entries(language.concepts))
      for (const phrase of phrases.split('|')) {
        const stems = wordsOf(phrase).map(word => stemOf(word, language));
        const [first] = stems;
        if (first === undefined) continue;
        const beginning = this.beginnings.get(first) ?? [];
        beginning.push({ stems, concept });
        this.beginnings.set(first, beginning);
      }
  }

  /** All of the words that it knows, as they are written down. */
  phrases(): readonly string[] {
    return Object.values(this.language.concepts);
  }

  read(text: string): Told {
    const told = new Map<string, number>();
    this.each(wordsOf(text), ({ concept, length }) => {
      told.set(concept, Math.max(told.get(concept) ?? 0, length > 1 ? PLAIN : 1));
    });
    return told;
  }

  /** The words of a text by which it tells of each concept: the most of them, where several do. */
  wordsFor(text: string): ReadonlyMap<string, string> {
    const words = wordsOf(text);
    const told = new Map<string, string[]>();
    this.each(words, ({ concept, at, length }) => {
      if (length > (told.get(concept)?.length ?? 0)) told.set(concept, words.slice(at, at + length));
    });
    return new Map([...told].map(([concept, by]) => [concept, by.join(' ')]));
  }

  /** Each place of these words where a phrase stands. */
  private each(
    words: readonly string[],
    found: (phrase: { concept: string; at: number; length: number }) => void,
  ): void {
    const stems = words.map(word => stemOf(word, this.language));
    stems.forEach((stem, at) => {
      for (const phrase of this.beginnings.get(stem) ?? [])
        if (phrase.stems.every((one, behind) => stems[at + behind] === one))
          found({ concept: phrase.concept, at, length: phrase.stems.length });
    });
  }
}
