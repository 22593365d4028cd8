import { type Tag, tagRoutes } from '@kineta/contract';
import { isTaken } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { type Doors, serve } from '../http/serve.ts';
import { tags } from './model.ts';

const MOST = 100;

/** The tags that a workspace begins with. */
export const firstTags: ReadonlyArray<{ name: string; means?: Tag['means'] }> = [
  { name: 'Question' },
  { name: 'Complaint' },
  { name: 'Praise' },
  { name: 'Call back' },
  { name: 'Bill' },
  { name: 'Spam', means: 'spam' },
];

const known = (name: string): ProblemError => {
  const message = `There is a tag “${name}”.`;
  return new ProblemError('known_already', message, { fields: [{ path: 'body.name', message }] });
};

async function listed({ tables }: House, workspace: string): Promise<Tag[]> {
  const all = await tables.in(workspace).of(tags).all({}, { by: 'name', most: MOST });
  return all.map(({ id, name, means }) => ({ id, name, means }));
}

/** @throws {ProblemError} `known_already` at the name */
async function make({ tables, ports }: House, workspace: string, name: string): Promise<Tag> {
  const rows = tables.in(workspace).of(tags);
  if ((await rows.count({})) >= MOST) {
    const message = `There are ${MOST} tags, and no more can be made.`;
    throw new ProblemError('known_already', message, { fields: [{ path: 'body.name', message }] });
  }
  try {
    const id = await rows.add({ name });
    return { id, name, means: null };
  } catch (error) {
    throw isTaken(error) ? known(name) : error;
  } finally {
    ports.directories.forget(workspace);
  }
}

async function rename({ tables, ports }: House, workspace: string, id: string, name: string): Promise<Tag> {
  const rows = tables.in(workspace).of(tags);
  const before = await rows.one({ id });
  if (!before) throw notFound('tag');
  try {
    await rows.change({ name }, { id });
  } catch (error) {
    throw isTaken(error) ? known(name) : error;
  }
  ports.directories.forget(workspace);
  return { id, name, means: before.means };
}

/** What leads settle about tags; everybody who answers sees them. */
export function tagDoors(doors: Doors, house: House): void {
  serve(doors, tagRoutes.list, async (_, me) => ({ tags: await listed(house, me.workspace) }));
  serve(doors, tagRoutes.counts, async (_, me) => ({
    counts: Object.fromEntries(await house.ports.conversations.tagged(me.workspace)),
  }));
  serve(doors, tagRoutes.make, ({ body }, me) => make(house, me.workspace, body.name));
  serve(doors, tagRoutes.rename, ({ params, body }, me) => rename(house, me.workspace, params.id, body.name));
  serve(doors, tagRoutes.remove, async ({ params }, me) => {
    if ((await house.tables.in(me.workspace).of(tags).remove({ id: params.id })) === 0) throw notFound('tag');
    house.ports.directories.forget(me.workspace);
    return { ok: true as const };
  });
}
