import { createHash, randomBytes } from 'node:crypto';
import type { Role } from '@kineta/contract';
import { parseCookie } from 'cookie';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect.ts';

/** Who sends a request. */
export interface SignedIn {
  id: string;
  workspace: string;
  name: string;
  email: string;
  role: Role;
  csrf: string;
}

export const COOKIE = 'kineta_session';
/** How long a session lasts without being used. */
export const SESSION_DAYS = 14;

export const secret = (): string => randomBytes(32).toString('base64url');
export const hashed = (text: string): string => createHash('sha256').update(text).digest('hex');

/**
 * Begins a session. Its token goes to the browser alone; the database keeps its hash, so that reading the tables lets
 * nobody in.
 */
export async function beginSession(
  database: Database,
  member: { id: string; workspace: string },
): Promise<{ token: string; csrf: string }> {
  const token = secret();
  const csrf = secret();
  await database.query(
    `INSERT INTO sign_ins (token_hash, workspace_id, member_id, csrf, created_at, expires_at)
     VALUES (:hash, :workspace, :member, :csrf, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3) + INTERVAL ${SESSION_DAYS} DAY)`,
    { replacements: { hash: hashed(token), workspace: member.workspace, member: member.id, csrf } },
  );
  await database.query('DELETE FROM sign_ins WHERE expires_at < UTC_TIMESTAMP(3) LIMIT 1000');
  return { token, csrf };
}

export async function endSession(database: Database, token: string): Promise<void> {
  await database.query('DELETE FROM sign_ins WHERE token_hash = :hash', { replacements: { hash: hashed(token) } });
}

export function tokenOf(cookieHeader: string | undefined): string | undefined {
  return cookieHeader ? parseCookie(cookieHeader)[COOKIE] : undefined;
}

/** Who a session's token belongs to. A session that is used lives on. */
export async function sessionOf(database: Database, token: string | undefined): Promise<SignedIn | undefined> {
  if (!token) return undefined;
  const hash = hashed(token);
  const [row] = await database.query<SignedIn & { stale: number | string }>(
    `SELECT m.id, m.workspace_id AS workspace, m.name, m.email, m.role, s.csrf,
            s.expires_at < UTC_TIMESTAMP(3) + INTERVAL ${SESSION_DAYS - 1} DAY AS stale
     FROM sign_ins s JOIN members m ON m.id = s.member_id
     WHERE s.token_hash = :hash AND s.expires_at > UTC_TIMESTAMP(3)`,
    { replacements: { hash }, type: QueryTypes.SELECT },
  );
  if (!row) return undefined;
  const { stale, ...signedIn } = row;
  if (Number(stale) === 1)
    await database.query(
      `UPDATE sign_ins SET expires_at = UTC_TIMESTAMP(3) + INTERVAL ${SESSION_DAYS} DAY WHERE token_hash = :hash`,
      { replacements: { hash } },
    );
  return signedIn;
}
