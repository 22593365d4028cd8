import { type Findable, wordsOfPerson } from '@kineta/core';
import type { Transaction } from '../database/connect.ts';
import type { Rows } from '../database/rows.ts';
import type { peopleWords } from './model.ts';

/** More words than anybody has. */
const MOST_KEPT = 100;

/** Keeps the words by which somebody is found as what is known of them. */
export async function keepWords(
  rows: Rows<typeof peopleWords.columns>,
  personId: string,
  person: Findable,
  transaction?: Transaction,
): Promise<void> {
  const wanted = wordsOfPerson(person);
  const kept = (await rows.all({ personId }, { most: MOST_KEPT, transaction })).map(({ word }) => word);
  const gone = kept.filter(word => !wanted.includes(word));
  const fresh = wanted.filter(word => !kept.includes(word));
  if (gone.length > 0) await rows.remove({ personId, word: gone }, { transaction });
  if (fresh.length > 0)
    await rows.addAll(
      fresh.map(word => ({ word, personId })),
      { transaction },
    );
}
