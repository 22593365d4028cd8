import type { QuestionLanguage } from './language/language.ts';
import { stemOf, wordsOf } from './words.ts';

/** What a text tells of, by the names of concepts, each with how plainly. */
export type Told = ReadonlyMap<string, number>;

/** A turn of phrase of several words is plainer than a word that may stand for much. */
const PLAIN = 1.3;

/** Finds what texts of a language tell of. */
export class ConceptReader {
  private readonly language: QuestionLanguage;
  /** The phrases by the stem that they begin with. */
  private readonly beginnings = new Map<string, Array<{ stems: readonly string[]; concept: string }>>();

  constructor(language: QuestionLanguage) {
    this.language = language;
    for (const [concept, phrases] of Object.entries(language.concepts))
      for (const phrase of phrases.split('|')) {
        const stems = this.stems(phrase);
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
    const stems = this.stems(text);
    const told = new Map<string, number>();
    stems.forEach((stem, at) => {
      for (const phrase of this.beginnings.get(stem) ?? []) {
        if (phrase.stems.some((one, behind) => stems[at + behind] !== one)) continue;
        const plain = phrase.stems.length > 1 ? PLAIN : 1;
        told.set(phrase.concept, Math.max(told.get(phrase.concept) ?? 0, plain));
      }
    });
    return told;
  }

  private stems(text: string): string[] {
    return wordsOf(text).map(word => stemOf(word, this.language));
  }
}
