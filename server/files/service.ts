import { randomBytes } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import type { FileGiven } from '@kineta/core';
import { fileTypeFromBuffer } from 'file-type';
import type { Tables } from '../database/rows.ts';
import { put } from '../database/transaction.ts';
import type { Ports, Visitor } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import { fileParts, files } from './model.ts';

/** The most bytes of one file, and the most files of one visitor in a day. */
export const MOST_BYTES = 15 * 1_024 * 1_024;
const MOST_A_DAY = 20;
/** The most files of all visitors of a workspace in a day. */
const MOST_OF_ALL = 2_000;
const DAY = 86_400_000;
/** The bytes of one piece of a file’s content. */
const PIECE = 256 * 1_024;
/**
 * How long the disk is left to others after a piece, in milliseconds: it writes what it is given three times over, and as fast
 * as it comes, messages would wait for it.
 */
const REST = 30;

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

const given = ({ id, name, type, size }: FileGiven): FileGiven => ({ id, name, type, size });

/** The files that visitors send. */
export class Files {
  private readonly tables: Tables;
  private readonly ports: Pick<Ports, 'visitors'>;

  constructor(tables: Tables, ports: Pick<Ports, 'visitors'>) {
    this.tables = tables;
    this.ports = ports;
  }

  /**
   * Keeps a file that a visitor sent. Its type is read from its content; what has none that is known is refused.
   * @throws {ProblemError} `wrong_file`, `slow_down`
   */
  async keep(visitor: Visitor, name: string, content: Buffer): Promise<FileGiven> {
    const type = (await fileTypeFromBuffer(content))?.mime;
    if (!type)
      throw new ProblemError(
        'wrong_file',
        'That file’s content is of no kind that can be taken. Please choose another.',
      );
    const file = { id: randomBytes(16).toString('base64url'), name: tidyName(name), type, size: content.length };
    const rows = this.tables.in(visitor.workspace).of(files);
    const createdAt = new Date();
    const since = new Date(createdAt.getTime() - DAY);
    await this.tables.database.transaction(async transaction => {
      // Under the visitor’s lock, so that files sent at the same moment are all counted.
      await this.ports.visitors.held(visitor, transaction);
      const today = await rows.count({ visitorId: visitor.id, createdAt: { after: since } }, { transaction });
      if ((await rows.count({ createdAt: { after: since } }, { transaction })) >= MOST_OF_ALL)
        throw new ProblemError('slow_down', 'No more files can be taken today. Please send it tomorrow.');
      if (today >= MOST_A_DAY)
        throw new ProblemError('slow_down', 'That is a lot of files for one day. Please send the rest tomorrow.');
      await rows.add({ ...file, visitorId: visitor.id, createdAt }, { transaction });
    });
    try {
      // Raw: piece by piece, each committed by itself and followed by a rest, so that nobody’s message waits for 15 MB to
      // reach the disk.
      for (let number = 0; number * PIECE < content.length; number++) {
        await put(this.tables.database, 'INSERT INTO file_parts (file_id, number, content) VALUES (?, ?, ?)', [
          file.id,
          number,
          content.subarray(number * PIECE, (number + 1) * PIECE),
        ]);
        if ((number + 1) * PIECE < content.length) await pause(REST);
      }
    } catch (error) {
      await rows.remove({ id: file.id }).catch(() => {});
      throw error;
    }
    return file;
  }

  async given(visitor: Visitor, id: string): Promise<FileGiven> {
    const file = await this.tables.in(visitor.workspace).of(files).one({ id, visitorId: visitor.id });
    if (!file) throw new ProblemError('not_found', 'That file did not arrive. Please send it again.');
    return given(file);
  }

  /** A file with its content, for members of the workspace. */
  async read(workspace: string, id: string): Promise<{ file: FileGiven; content: Buffer } | undefined> {
    const file = await this.tables.in(workspace).of(files).one({ id });
    if (!file) return undefined;
    const parts = await this.tables.everywhere(fileParts).all({ fileId: id }, { by: 'number' });
    return { file: given(file), content: Buffer.concat(parts.map(part => part.content)) };
  }
}
