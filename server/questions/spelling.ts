import type { IsWord } from '@kineta/core';
import dictionary from 'dictionary-en-gb';
import spellchecker from 'nspell';

/** Tells what an English word is, by the dictionary that writers use. */
export function englishWords(): IsWord {
  const spelling = spellchecker({ aff: Buffer.from(dictionary.aff), dic: Buffer.from(dictionary.dic) });
  return word => spelling.correct(word);
}
