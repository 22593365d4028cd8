import { randomBytes } from 'node:crypto';
import type { FileGiven } from '@kineta/core';
import { fileTypeFromBuffer } from 'file-type';
import { QueryTypes } from 'sequelize';
import type { Visitor } from '../conversations/visitors.ts';
import type { Database } from '../database/connect.ts';
import { ProblemError } from '../http/problem.ts';

/** The most bytes of one file, and the most files of one visitor in a day. */
export const MOST_BYTES = 15 * 1_024 * 1_024;
const MOST_A_DAY = 20;
/** Files are kept in pieces that fit into one packet of the database. */
const PIECE = 1_024 * 1_024;

/** A file’s name as it may be shown and saved: no folders, no signs that could be markup or orders. */
export function tidyName(name: string): string {
  const last = name.normalize('NFC').split(/[/\\]/).at(-1) ?? '';
  return (
    last
      .replace(/[\p{C}<>:"|?*]/gu, '')
      .trim()
      .slice(-120) || 'file'
  );
}

/**
 * Keeps a file that a visitor sent. Its type is read from its content; what has none that is known is refused.
 * @throws {ProblemError} `wrong_file`, `slow_down`
 */
export async function keepFile(
  database: Database,
  visitor: Visitor,
  name: string,
  content: Buffer,
): Promise<FileGiven> {
  const type = (await fileTypeFromBuffer(content))?.mime;
  if (!type)
    throw new ProblemError('wrong_file', 'That file’s content is of no kind that can be taken. Please choose another.');
  const id = randomBytes(16).toString('base64url');
  const file = { id, name: tidyName(name), type, size: content.length };
  await database.transaction(async transaction => {
    const [today] = await database.query<{ count: string | number }>(
      `SELECT COUNT(*) AS count FROM files WHERE visitor_id = :visitor AND created_at > UTC_TIMESTAMP(3) - INTERVAL 1 DAY`,
      { replacements: { visitor: visitor.id }, type: QueryTypes.SELECT, transaction },
    );
    if (Number(today?.count) >= MOST_A_DAY)
      throw new ProblemError('slow_down', 'That is a lot of files for one day. Please send the rest tomorrow.');
    await database.query(
      `INSERT INTO files (id, workspace_id, visitor_id, name, type, size, created_at)
       VALUES (:id, :workspace, :visitor, :name, :type, :size, UTC_TIMESTAMP(3))`,
      { replacements: { ...file, workspace: visitor.workspace, visitor: visitor.id }, transaction },
    );
    for (let number = 0; number * PIECE < content.length; number++)
      await database.query('INSERT INTO file_parts (file_id, number, content) VALUES (:id, :number, :content)', {
        replacements: { id, number, content: content.subarray(number * PIECE, (number + 1) * PIECE) },
        transaction,
      });
  });
  return file;
}

/** A file that this visitor sent before. */
export async function fileOf(database: Database, visitor: Visitor, id: string): Promise<FileGiven> {
  const [file] = await database.query<FileGiven>(
    'SELECT id, name, type, size FROM files WHERE id = :id AND visitor_id = :visitor AND workspace_id = :workspace',
    { replacements: { id, visitor: visitor.id, workspace: visitor.workspace }, type: QueryTypes.SELECT },
  );
  if (!file) throw new ProblemError('not_found', 'That file did not arrive. Please send it again.');
  return file;
}

/** A file with its content, for members of the workspace. */
export async function readFile(
  database: Database,
  workspace: string,
  id: string,
): Promise<{ file: FileGiven; content: Buffer } | undefined> {
  const [file] = await database.query<FileGiven>(
    'SELECT id, name, type, size FROM files WHERE id = :id AND workspace_id = :workspace',
    { replacements: { id, workspace }, type: QueryTypes.SELECT },
  );
  if (!file) return undefined;
  const parts = await database.query<{ content: Buffer }>(
    'SELECT content FROM file_parts WHERE file_id = :id ORDER BY number',
    { replacements: { id }, type: QueryTypes.SELECT },
  );
  return { file, content: Buffer.concat(parts.map(part => part.content)) };
}
