import { type Concerned, conditionsHold, toldOf } from '@kineta/core';
import type { Transaction } from '../../database/connect.ts';
import type { House } from '../../house/house.ts';
import type { Directory } from '../../house/ports.ts';
import { rosterOf } from '../roster.ts';
import type { TellingBooks } from './book.ts';

/** So long a page has to say that something was seen there, in milliseconds. */
export const PAUSE = 2_500;

/** Who is told now of something in a conversation, as its workspace and each of its members has it; and over which channels. */
export async function toldNow(
  { ports }: House,
  books: TellingBooks,
  { code, concerned, conversation, directory }: Alerting,
  transaction?: Transaction,
): Promise<ReturnType<typeof toldOf>> {
  const { id: workspace, zone } = directory.workspace;
  const { tellings, own } = await books.of(workspace);
  const asks = tellings.some(({ of, onlyIf }) => of === code && onlyIf !== null);
  const known = asks ? await ports.conversations.known(workspace, conversation, transaction) : undefined;
  return toldOf(code, tellings, {
    roster: rosterOf(directory),
    concerned,
    own,
    holds: onlyIf => known !== undefined && conditionsHold({ onlyIf }, known.values, known.names),
    now: Date.now(),
    zone,
    pause: PAUSE,
  });
}

/** What somebody may be told of: the code of its kind, whom it concerns, and in which conversation of whose. */
interface Alerting {
  code: string;
  concerned: Concerned;
  conversation: string;
  directory: Directory;
}
