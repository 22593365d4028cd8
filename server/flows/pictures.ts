import { randomBytes } from 'node:crypto';
import { fileTypeFromBuffer } from 'file-type';
import type { Tables } from '../database/rows.ts';
import { ProblemError } from '../http/problem.ts';
import { pictures } from './model.ts';

/** Where uploaded pictures are served. */
export const PICTURES = '/p/';

const TYPES: readonly string[] = ['image/png', 'image/jpeg', 'image/gif', 'image/webp'];

/** The pictures that flows show. */
export class Pictures {
  private readonly tables: Tables;

  constructor(tables: Tables) {
    this.tables = tables;
  }

  /** Keeps a picture; its type is what its content is, never what its name says. @returns its address */
  async add(workspace: string, content: Buffer): Promise<string> {
    const type = (await fileTypeFromBuffer(content))?.mime;
    if (!type || !TYPES.includes(type))
      throw new ProblemError('wrong_picture', 'A picture is a PNG, JPEG, GIF or WebP file; this is none.');
    const id = randomBytes(16).toString('base64url');
    await this.tables.in(workspace).of(pictures).add({ id, type, content, createdAt: new Date() });
    return `${PICTURES}${id}`;
  }

  /** A picture for anyone who has its address, which cannot be guessed. */
  of(id: string): Promise<{ type: string; content: Buffer } | undefined> {
    return this.tables.everywhere(pictures).one({ id });
  }
}
