import { cut, letterWords } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Duty } from '../../clockwork/clockwork.ts';
import { Lane } from '../../clockwork/lane.ts';
import type { House } from '../../house/house.ts';
import { linkTo } from '../../house/link.ts';
import { again, claimMails, dueMails, type Sending, settle } from './sendings.ts';
import { saysOf } from './words.ts';

type Letter = Sending & { all: Sending[] };

const SLOTS = { all: 8, share: 3 };
const AGAIN = [60, 600];
/** Nobody is sent more than one letter in so many seconds: what else comes meanwhile stands in the next. */
const APART = 60;
/** So many conversations of a letter are told whole. */
const MOST_TRANSCRIPTS = 5;

/** Writes what is due by email, all that is due to one in one letter. */
export function mails(house: House): Duty {
  const { ports, database } = house;

  /** Raw: whether a letter went to them just now, along an index. */
  async function hadOne({ workspace, member, address }: Letter): Promise<boolean> {
    const [row] = await database.query<{ had: number | string }>(
      `SELECT EXISTS (SELECT 1 FROM alert_sendings WHERE workspace_id = :workspace AND channel = 'mail' AND went = 'sent'
         AND member_id <=> :member AND address <=> :address AND went_at > UTC_TIMESTAMP(3) - INTERVAL ${APART} SECOND) AS had`,
      { replacements: { workspace, member, address }, type: QueryTypes.SELECT },
    );
    return Number(row?.had ?? 0) === 1;
  }

  async function letterOf(letter: Letter) {
    const directory = await ports.directories.of(letter.workspace);
    const { language, name: business } = directory.workspace;
    const says: string[] = [];
    let transcripts = 0;
    for (const one of letter.all) {
      says.push(saysOf(one, one.visitor, directory), linkTo(house, `/inbox/${one.conversation}`));
      if (Number(one.transcript) !== 1 || transcripts++ >= MOST_TRANSCRIPTS) continue;
      says.push(
        letterWords(language, 'what was said'),
        ...(await ports.conversations.transcript(one.workspace, one.conversation)),
      );
    }
    const subject =
      letter.all.length === 1 ? says[0]! : letterWords(language, 'several', { count: letter.all.length, business });
    return { subject: cut(subject, 150), says: [...says, letterWords(language, 'why', { business })] };
  }

  async function run(letter: Letter): Promise<void> {
    const ids = letter.all.map(({ id }) => id);
    const { members } = await ports.directories.of(letter.workspace);
    const member = letter.member === null ? undefined : members.get(letter.member);
    const to = letter.address ?? (member?.resting === false ? member.email : undefined);
    if (to === undefined) {
      await settle(house, ids, 'failed');
      return;
    }
    if (await hadOne(letter)) return again(house, ids, APART, true);
    const { sent } = await ports.post.write(letter.workspace, { to, ...(await letterOf(letter)) });
    const wait = sent ? undefined : AGAIN[letter.tries - 1];
    if (wait !== undefined) return again(house, ids, wait);
    await settle(house, ids, sent ? 'sent' : 'failed');
  }

  return new Lane<Letter>(
    {
      name: 'letters to members',
      slots: SLOTS,
      due: (most, without) => dueMails(house, most, without),
      claim: ids => claimMails(house, ids),
      run,
    },
    house.logger,
  );
}
