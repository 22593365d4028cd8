import { type Findable, wordsOfPerson } from '@kineta/core';
import type { Transaction } from '../database/connect.ts';
import type { Rows } from '../database/rows.ts';
import type { peopleWords } from './model.ts';

/**
 * Keeps the words by which somebody is found as what is known of them.
 * @param before what was known of them until now; nothing, of who is new
 */
export async function keepWords(
  rows: Rows<typeof peopleWords.columns>,
  personId: string,
  before: Findable | undefined,
  person: Findable,
  transaction?: Transaction,
): Promise<void> {
  const wanted = wordsOfPerson(person);
  const kept = before ? wordsOfPerson(before) : [];
  const gone = kept.filter(word => !wanted.includes(word));
  const fresh = wanted.filter(word => !kept.includes(word));
  // With what is gone goes what is to be there: a process from before there were words may have left some behind.
  if (before && gone.length + fresh.length > 0)
    await rows.remove({ personId, word: [...gone, ...fresh] }, { transaction });
  await rows.addAll(
    fresh.map(word => ({ word, personId })),
    { transaction },
  );
}
