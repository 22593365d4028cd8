import type { House } from '../house/house.ts';
import { linkTo } from '../house/link.ts';
import { ProblemError } from '../http/problem.ts';
import { hashed, secret } from '../http/secret.ts';
import { normalEmail } from './email.ts';
import { members, passwordLinks, signIns } from './model.ts';
import { passwordHash } from './service.ts';

/** For how many minutes a link for a new password is good. */
const GOOD_FOR = 60;

const gone = () => new ProblemError('link_gone', 'This link was used already or is too old. Ask for another.');

/** Sends a link for a new password to a member, if there is one of this address who does not rest. */
export async function sendPasswordLink(house: House, given: string): Promise<void> {
  const { tables, ports } = house;
  const email = normalEmail(given);
  const member = await tables.everywhere(members).one({ email });
  if (!member || normalEmail(member.email) !== email || member.restingSince) return;
  const token = secret();
  const expiresAt = new Date(Date.now() + GOOD_FOR * 60_000);
  const rows = tables.in(member.workspaceId).of(passwordLinks);
  await rows.remove({ memberId: member.id });
  await rows.add({ tokenHash: hashed(token), memberId: member.id, expiresAt });
  await ports.post.write(member.workspaceId, {
    to: member.email,
    subject: 'A new password for Kineta',
    says: [
      `Hello ${member.name}, somebody asked for a new password for you. If that was you, choose one here within the hour:`,
      linkTo(house, `/password#${token}`),
      'If it was not, there is nothing to do: your password stays as it is.',
    ],
  });
}

/**
 * Sets a new password by a link, once. Whoever is signed in as the member is signed out.
 * @returns whose it is
 * @throws {ProblemError} `link_gone`
 */
export async function setPassword(house: House, token: string, password: string): Promise<{ id: string }> {
  const { database, tables } = house;
  const hash = await passwordHash(password);
  return database.transaction(async transaction => {
    const link = await tables.everywhere(passwordLinks).one({ tokenHash: hashed(token) }, { transaction, lock: true });
    if (!link || link.expiresAt < new Date()) throw gone();
    const rows = tables.in(link.workspaceId);
    await rows.of(passwordLinks).remove({ memberId: link.memberId }, { transaction });
    await rows.of(members).change({ passwordHash: hash }, { id: link.memberId }, { transaction });
    await rows.of(signIns).remove({ memberId: link.memberId }, { transaction });
    return { id: link.memberId };
  });
}
