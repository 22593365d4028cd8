import { randomBytes } from 'node:crypto';
import type { FileGiven } from '@kineta/core';
import { fileTypeFromBuffer } from 'file-type';
import type { Tables } from '../database/rows.ts';
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
      for (let number = 0; number * PIECE < content.length; number++)
        await this.tables
          .everywhere(fileParts)
          .add(
            { fileId: file.id, number, content: content.subarray(number * PIECE, (number + 1) * PIECE) },
            { transaction },
          );
    });
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
