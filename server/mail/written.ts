import { randomUUID } from 'node:crypto';
import { cut } from '@kineta/core';
import type { House } from '../house/house.ts';
import type { Ports } from '../house/ports.ts';
import type { Post } from './post.ts';

/** Writes a letter that somebody waits for, such as an invitation: told at once whether it went, and not tried again. */
export async function write(
  { ports, logger }: House,
  post: Post,
  workspace: string,
  { to, subject, says }: Parameters<Ports['post']['write']>[1],
): ReturnType<Ports['post']['write']> {
  const { workspace: from } = await ports.directories.of(workspace);
  const line = says.map(text => [/^https?:\/\/\S+$/.test(text) ? { text, link: text } : { text }]);
  try {
    await post.send(randomUUID(), { step: '', to, subject, line, charts: [], speaker: from.name, site: '' }, from);
    return { sent: true };
  } catch (error) {
    logger.warn({ err: error }, 'a letter did not go out');
    return { sent: false, why: cut((error as Error).message, 200) };
  }
}
