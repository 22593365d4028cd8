import { randomBytes } from 'node:crypto';
import { fileTypeFromBuffer } from 'file-type';
import { imageSize } from 'image-size';
import type { Tables } from '../database/rows.ts';
import { ProblemError } from '../http/problem.ts';
import { pictures } from './model.ts';

/** Where uploaded pictures are served. */
export const PICTURES = '/p/';

const TYPES: readonly string[] = ['image/png', 'image/jpeg', 'image/gif', 'image/webp'];

/** The longest side of a picture, in pixels: a small file can unpack to gigabytes in the browser of who sees it. */
const LONGEST_SIDE = 8_000;

function fits(content: Buffer): boolean {
  try {
    const { width, height } = imageSize(content);
    return width > 0 && height > 0 && Math.max(width, height) <= LONGEST_SIDE;
  } catch {
    return false;
  }
}

/** The pictures that members uploaded, for whatever visitors are shown. */
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
    if (!fits(content))
      throw new ProblemError(
        'wrong_picture',
        `A picture is at most ${LONGEST_SIDE.toLocaleString('en')} pixels wide and high.`,
      );
    const id = randomBytes(16).toString('base64url');
    await this.tables.in(workspace).of(pictures).add({ id, type, content, createdAt: new Date() });
    return `${PICTURES}${id}`;
  }

  /** Those of these addresses at which the workspace has no picture. */
  async missing(workspace: string, addresses: readonly string[]): Promise<string[]> {
    const ids = addresses.map(address => address.slice(PICTURES.length));
    if (ids.length === 0) return [];
    const known = await this.tables
      .in(workspace)
      .of(pictures)
      .all({ id: ids }, { only: ['id'] });
    const found = new Set(known.map(({ id }) => `${PICTURES}${id}`));
    return addresses.filter(address => !found.has(address));
  }

  /** A picture for anyone who has its address, which cannot be guessed. */
  at(address: string): Promise<{ type: string; content: Buffer } | undefined> {
    return this.of(address.slice(PICTURES.length));
  }

  of(id: string): Promise<{ type: string; content: Buffer } | undefined> {
    return this.tables.everywhere(pictures).one({ id });
  }
}
