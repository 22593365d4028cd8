import { bare, meant } from './answer.ts';
import { type Stretch, understandStretch } from './number.ts';
import { type Understood, vocabularyOf } from './vocabulary/vocabularies.ts';

/** The label of a choice, as answers are held against it. */
export interface Label {
  /** Its bare words, and the same without the spaces. */
  words: string;
  joined: string;
  /** The amounts that it stands for, if it does, and of what they are amounts. */
  stretch?: Stretch;
  units: readonly string[];
  /** Whether it begins with a yes or a no. */
  says: boolean | undefined;
  /** Which of the meanings that are said in many ways it has, by its place in the vocabulary; -1 where none. */
  meaning: number;
}

/** A word without the ending that makes it a form of another, where enough is left of it: “renting”, “bedrooms”. */
export function stem(word: string, { endings }: Understood): string {
  const short = word.replace(endings, '');
  return short.length >= 3 ? short : word;
}

/** The words beside an amount that tell of what it is one, by their stems. */
export function unitsOf({ beside }: Stretch, vocabulary: Understood): string[] {
  return beside
    .split(' ')
    .filter(word => word !== '' && !vocabulary.besideAmounts.has(word))
    .map(word => stem(word, vocabulary));
}

/** Labels as they were last asked for: the same few are held against every answer. */
const kept = new Map<string, Label>();
const MOST_KEPT = 5_000;

/** A label made ready, in the language that answers are understood in. */
export function labelOf(label: string, language: string): Label {
  const key = `${language} ${label}`;
  let known = kept.get(key);
  if (!known) {
    const vocabulary = vocabularyOf(language);
    const words = bare(label);
    const [first = ''] = words.split(' ', 1);
    const stretch = understandStretch(label, language);
    const plainly = meant(words, vocabulary);
    known = {
      words,
      joined: words.replaceAll(' ', ''),
      ...(stretch ? { stretch } : {}),
      units: stretch ? unitsOf(stretch, vocabulary) : [],
      says: vocabulary.plainAnswers.has(first) ? vocabulary.answers.get(first) : undefined,
      meaning: vocabulary.meanings.findIndex(meaning => meaning.label.test(plainly)),
    };
    if (kept.size >= MOST_KEPT) kept.clear();
    kept.set(key, known);
  }
  return known;
}
