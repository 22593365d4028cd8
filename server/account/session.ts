import type { Session } from '@kineta/contract';
import bowser from 'bowser';
import { parseCookie } from 'cookie';
import { QueryTypes } from 'sequelize';
import type { Tables } from '../database/rows.ts';
import type { SignedIn } from '../house/ports.ts';
import { hashed, secret } from '../http/secret.ts';
import { members, signIns } from './model.ts';

export const COOKIE = 'kineta_session';
/** How long a session lasts without being used. */
export const SESSION_DAYS = 14;
const SESSION = SESSION_DAYS * 86_400_000;

/**
 * Begins a session. Its token goes to the browser alone; the database keeps its hash, so that reading the tables lets
 * nobody in.
 */
export async function beginSession(
  tables: Tables,
  member: { id: string; workspace: string },
  from: { address: string; browser: string | undefined },
): Promise<{ token: string; csrf: string }> {
  const token = secret();
  const csrf = secret();
  const now = Date.now();
  await tables
    .in(member.workspace)
    .of(signIns)
    .add({
      tokenHash: hashed(token),
      memberId: member.id,
      csrf,
      createdAt: new Date(now),
      seenAt: new Date(now),
      expiresAt: new Date(now + SESSION),
      browser: browserWords(from.browser),
      address: from.address.slice(0, 64),
    });
  await tables
    .in(member.workspace)
    .of(members)
    .change({ seenAt: new Date(now) }, { id: member.id });
  return { token, csrf };
}

export async function endSession(tables: Tables, token: string): Promise<void> {
  await tables.everywhere(signIns).remove({ tokenHash: hashed(token) });
}

/** The session’s token in a `Cookie` header. */
export function tokenOf(cookies: string | undefined): string | undefined {
  return cookies === undefined ? undefined : parseCookie(cookies)[COOKIE];
}

/** Which browser on which system, as people call them; nothing is made of what says neither. */
function browserWords(says: string | undefined): string {
  if (!says) return 'an unknown browser';
  const { browser, os } = bowser.parse(says.slice(0, 1_000));
  return [browser.name ?? 'an unknown browser', os.name].filter(Boolean).join(' on ').slice(0, 200);
}

/** After how many milliseconds it is written down again that a session is used. */
const SEEN_EVERY = 5 * 60_000;

/** Who a session’s token belongs to. A session that is used lives on. */
export async function sessionOf(tables: Tables, token: string | undefined): Promise<SignedIn | undefined> {
  if (!token) return undefined;
  const tokenHash = hashed(token);
  // Raw: every request asks for this, and a join answers it in one round trip.
  const [row] = await tables.database.query<
    Omit<SignedIn, 'secondFactor' | 'owesSecondFactor'> & { factor: Date | null; asks: number; seen: Date | null }
  >(
    `SELECT m.id, m.workspace_id AS workspace, m.name, m.email, m.role, s.csrf, m.languages, m.skills,
            m.factor_since AS factor, w.asks_second_factor AS asks, s.seen_at AS seen
     FROM sign_ins s JOIN members m ON m.id = s.member_id JOIN workspaces w ON w.id = m.workspace_id
     WHERE s.token_hash = :tokenHash AND s.expires_at > UTC_TIMESTAMP(3) AND m.resting_since IS NULL`,
    { replacements: { tokenHash }, type: QueryTypes.SELECT },
  );
  if (!row) return undefined;
  const { factor, asks, seen, ...plain } = row;
  const now = Date.now();
  if (now - (seen?.getTime() ?? 0) > SEEN_EVERY) {
    const rows = tables.in(row.workspace);
    await rows.of(signIns).change({ seenAt: new Date(now), expiresAt: new Date(now + SESSION) }, { tokenHash });
    await rows.of(members).change({ seenAt: new Date(now) }, { id: row.id });
  }
  return {
    ...plain,
    languages: listOf(plain.languages),
    skills: listOf(plain.skills),
    secondFactor: factor !== null,
    owesSecondFactor: Boolean(Number(asks)) && factor === null,
  };
}

/** As the driver gives it: JSON, or its text. */
const listOf = (value: unknown): string[] => (typeof value === 'string' ? JSON.parse(value) : value) as string[];

/** Where a member is signed in, the newest first. */
export async function sessionsOf(tables: Tables, me: SignedIn, here: string): Promise<Session[]> {
  const rows = await tables
    .in(me.workspace)
    .of(signIns)
    .all({ memberId: me.id, expiresAt: { after: new Date() } }, { by: 'createdAt' });
  return rows.reverse().map(({ tokenHash, browser, address, createdAt, seenAt }) => ({
    id: tokenHash,
    browser: browser || 'an unknown browser',
    address,
    since: createdAt.toISOString(),
    seen: (seenAt ?? createdAt).toISOString(),
    here: tokenHash === here,
  }));
}

/**
 * Ends sessions of a member: one of them, or all but the one that they speak from.
 * @returns the names of those that have ended
 */
export async function endSessions(
  tables: Tables,
  me: SignedIn,
  { id, here }: { id?: string | undefined; here: string },
): Promise<string[]> {
  const rows = tables.in(me.workspace).of(signIns);
  const all = await rows.all({ memberId: me.id }, { only: ['tokenHash'] });
  const ended = all.map(({ tokenHash }) => tokenHash).filter(one => (id === undefined ? one !== here : one === id));
  if (ended.length > 0) await rows.remove({ tokenHash: ended });
  return ended;
}
