import { BETWEEN, bare } from './answer.ts';
import { vocabularyOf } from './vocabulary/vocabularies.ts';

const MARK = /[?？؟¿]/u;

/**
 * Whether a typed text asks something: by its mark, or by how one of its clauses begins.
 * @param language BCP 47
 */
export function asksSomething(text: string, language: string): boolean {
  if (!/\p{L}{2}/u.test(text)) return false;
  if (MARK.test(text)) return true;
  const { asks } = vocabularyOf(language);
  return text.split(BETWEEN).some(clause => asks.test(bare(clause)));
}
