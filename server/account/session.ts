import { parseCookie } from 'cookie';
import { QueryTypes } from 'sequelize';
import type { Tables } from '../database/rows.ts';
import type { SignedIn } from '../house/ports.ts';
import { hashed, secret } from '../http/secret.ts';
import { signIns } from './model.ts';

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
      expiresAt: new Date(now + SESSION),
    });
  return { token, csrf };
}

export async function endSession(tables: Tables, token: string): Promise<void> {
  await tables.everywhere(signIns).remove({ tokenHash: hashed(token) });
}

/** The session’s token in a `Cookie` header. */
export function tokenOf(cookies: string | undefined): string | undefined {
  return cookies === undefined ? undefined : parseCookie(cookies)[COOKIE];
}

/** Who a session’s token belongs to. A session that is used lives on. */
export async function sessionOf(tables: Tables, token: string | undefined): Promise<SignedIn | undefined> {
  if (!token) return undefined;
  const tokenHash = hashed(token);
  // Raw: every request asks for this, and a join answers it in one round trip.
  const [row] = await tables.database.query<SignedIn & { expires: Date }>(
    `SELECT m.id, m.workspace_id AS workspace, m.name, m.email, m.role, s.csrf, s.expires_at AS expires
     FROM sign_ins s JOIN members m ON m.id = s.member_id
     WHERE s.token_hash = :tokenHash AND s.expires_at > UTC_TIMESTAMP(3)`,
    { replacements: { tokenHash }, type: QueryTypes.SELECT },
  );
  if (!row) return undefined;
  const { expires, ...signedIn } = row;
  const left = expires.getTime() - Date.now();
  if (left < SESSION - 86_400_000)
    await tables
      .in(row.workspace)
      .of(signIns)
      .change({ expiresAt: new Date(Date.now() + SESSION) }, { tokenHash });
  return signedIn;
}
