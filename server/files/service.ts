import { randomBytes } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import type { FileGiven } from '@kineta/core';
import { fileTypeFromBuffer } from 'file-type';
import type { Tables } from '../database/rows.ts';
import { put } from '../database/transaction.ts';
import type { Ports, Visitor } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import { Turns } from '../limits/turns.ts';
import { fileParts, files } from './model.ts';

/** The most bytes of one file, and the most files of one visitor in a day. */
export const MOST_BYTES = 15 * 1_024 * 1_024;
const MOST_A_DAY = 20;
/** The most that a member sends in a day. */
const MOST_OF_A_MEMBER = 300;
/** The most files of all visitors of a workspace in a day. */
const MOST_OF_ALL = 2_000;
const DAY = 86_400_000;
/**
 * The bytes of one piece of a file’s content. A message that comes while one is written waits for it: at pieces of 256 KB a
 * normal visitor’s p95 doubled while somebody sent large files, at these it does not.
 */
export const PIECE = 64 * 1_024;
/** So many bytes of a video that is being played are read at once. */
const MOST_AT_ONCE = 16 * PIECE;
/**
 * How long the disk is left to others after a piece: so many milliseconds, and so many times as long as the piece took. It
 * writes what it is given three times over, and as fast as it comes, messages would wait for it; the longer, the slower it is.
 */
const REST = 50;
const REST_BY_TIME = 3;

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

/** Whether it is plain text, as far as it goes: a letter at its end may be cut in two. */
function isText(content: Buffer): boolean {
  if (content.length === 0 || content.includes(0)) return false;
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(content, { stream: true });
    return true;
  } catch {
    return false;
  }
}

const given = ({ id, name, type, size }: FileGiven): FileGiven => ({ id, name, type, size });

/** How many pieces wait to be written, one at a time. */
const WAITING = 40;

/** The files that visitors send. */
export class Files {
  private readonly tables: Tables;
  private readonly ports: Pick<Ports, 'visitors'>;
  private readonly turns = new Turns(1, WAITING, 'Many files come just now. Please send it in a moment.');

  constructor(tables: Tables, ports: Pick<Ports, 'visitors'>) {
    this.tables = tables;
    this.ports = ports;
  }

  /**
   * Keeps a file that a visitor sends or is sent, a piece at a time as it comes. Its type is read from its content; what has none that is
   * known is refused.
   * @param content in pieces of {@link PIECE} bytes, of which each is looked at only until the next
   * @param member who sends it to the visitor, when it is not the other way round
   * @throws {ProblemError} `wrong_file`, `slow_down`; what `content` throws
   */
  async keep(visitor: Visitor, name: string, content: AsyncIterable<Buffer>, member?: string): Promise<FileGiven> {
    const rows = this.tables.in(visitor.workspace).of(files);
    let file: FileGiven | undefined;
    let number = 0;
    try {
      for await (const piece of content) {
        file ??= await this.begun(visitor, name, piece, member);
        await this.write(file.id, number++, piece);
        file.size += piece.length;
      }
      if (!file) throw new ProblemError('wrong_file', 'That file is empty.');
      await rows.change({ size: file.size }, { id: file.id });
      return file;
    } catch (error) {
      if (file) await rows.remove({ id: file.id }).catch(() => {});
      throw error;
    }
  }

  /** A file of which the first piece has come. */
  private async begun(visitor: Visitor, name: string, first: Buffer, member?: string): Promise<FileGiven> {
    const type =
      (await fileTypeFromBuffer(first))?.mime ?? (member !== undefined && isText(first) ? 'text/plain' : undefined);
    if (!type)
      throw new ProblemError(
        'wrong_file',
        'That file’s content is of no kind that can be taken. Please choose another.',
      );
    const file = { id: randomBytes(16).toString('base64url'), name: tidyName(name), type, size: 0 };
    const rows = this.tables.in(visitor.workspace).of(files);
    const createdAt = new Date();
    const since = new Date(createdAt.getTime() - DAY);
    await this.tables.database.transaction(async transaction => {
      // Under the visitor’s lock, so that files sent at the same moment are all counted.
      await this.ports.visitors.held(visitor, transaction);
      const whose = member === undefined ? { visitorId: visitor.id, memberId: null } : { memberId: member };
      const today = await rows.count({ ...whose, createdAt: { after: since } }, { transaction });
      if ((await rows.count({ createdAt: { after: since } }, { transaction })) >= MOST_OF_ALL)
        throw new ProblemError('slow_down', 'No more files can be taken today. Please send it tomorrow.');
      if (today >= (member === undefined ? MOST_A_DAY : MOST_OF_A_MEMBER))
        throw new ProblemError('slow_down', 'That is a lot of files for one day. Please send the rest tomorrow.');
      await rows.add({ ...file, visitorId: visitor.id, memberId: member ?? null, createdAt }, { transaction });
    });
    return file;
  }

  /** Raw: committed by itself and followed by a rest, so that nobody’s message waits for a large file to reach the disk. */
  private write(file: string, number: number, piece: Buffer): Promise<void> {
    return this.turns.take(async () => {
      const began = performance.now();
      await put(this.tables.database, 'INSERT INTO file_parts (file_id, number, content) VALUES (?, ?, ?)', [
        file,
        number,
        piece,
      ]);
      await pause(REST + REST_BY_TIME * (performance.now() - began));
    });
  }

  async given(visitor: Visitor, id: string): Promise<FileGiven> {
    const file = await this.tables.in(visitor.workspace).of(files).one({ id, visitorId: visitor.id });
    if (!file) throw new ProblemError('not_found', 'That file did not arrive. Please send it again.');
    return given(file);
  }

  async uploaded(visitor: Visitor, member: string, ids: readonly string[]): Promise<FileGiven[]> {
    const rows = this.tables.in(visitor.workspace).of(files);
    const found = await rows.all({ id: [...ids], visitorId: visitor.id, memberId: member });
    return ids.flatMap(id => found.filter(file => file.id === id).map(given));
  }

  /** A file that a member sent to a visitor, for whoever has its identity, which cannot be guessed. */
  async sent(id: string): Promise<FileGiven | undefined> {
    const file = await this.tables.everywhere(files).one({ id, memberId: { not: null } });
    return file && given(file);
  }

  /** The bytes of such a file from one to another, both included; fewer when they are more than are read at once. */
  async sentPart(id: string, from: number, to: number): Promise<Buffer> {
    const last = Math.min(to, from + MOST_AT_ONCE - 1);
    const first = Math.floor(from / PIECE);
    const numbers = Array.from({ length: Math.floor(last / PIECE) - first + 1 }, (_, at) => first + at);
    const parts = await this.tables.everywhere(fileParts).all({ fileId: id, number: numbers }, { by: 'number' });
    return Buffer.concat(parts.map(part => part.content)).subarray(from - first * PIECE, last - first * PIECE + 1);
  }

  /** All of such a file, one part after the other. */
  async *sentParts({ id, size }: FileGiven): AsyncGenerator<Buffer, void> {
    for (let from = 0; from < size; ) {
      const part = await this.sentPart(id, from, size - 1);
      // It was erased meanwhile: what breaks off is not taken for the whole.
      if (part.length === 0) throw new Error('The file is not there any more.');
      yield part;
      from += part.length;
    }
  }

  /** A file with its content, for members of the workspace. */
  async read(workspace: string, id: string): Promise<{ file: FileGiven; content: Buffer } | undefined> {
    const file = await this.tables.in(workspace).of(files).one({ id });
    if (!file) return undefined;
    const parts = await this.tables.everywhere(fileParts).all({ fileId: id }, { by: 'number' });
    return { file: given(file), content: Buffer.concat(parts.map(part => part.content)) };
  }
}
