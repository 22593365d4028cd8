import type { Tables } from '../database/rows.ts';
import type { Area } from '../house/area.ts';
import { inParts } from '../house/person.ts';
import { fileParts, files as table } from './model.ts';
import { fileDoors } from './routes.ts';
import { Files } from './service.ts';

/** The files of visitors with what is in them, one after the other. */
async function* told(tables: Tables, files: Files, workspace: string, visitors: readonly string[]) {
  const rows = tables.in(workspace).of(table);
  for await (const row of inParts(visitors, visitorId => rows.all({ visitorId }, { by: 'createdAt' }))) {
    const { id, name, type, size, createdAt } = row;
    const read = await files.read(workspace, id);
    yield { id, name, type, size, createdAt, base64: read?.content.toString('base64') ?? '' };
  }
}

/** What visitors send, kept for the team. */
export const files: Area = {
  name: 'files',
  tables: [table, fileParts],
  offers: ({ tables, ports }) => ({ files: new Files(tables, ports) }),
  doors: fileDoors,
  personal: ({ tables: rows, ports }) => ({
    tell: ({ workspace, visitors }) => [
      { name: 'files', rows: told(rows, new Files(rows, ports), workspace, visitors) },
    ],
    async erase({ workspace, visitors }, transaction) {
      if (visitors.length > 0)
        await rows
          .in(workspace)
          .of(table)
          .remove({ visitorId: [...visitors] }, { transaction });
    },
  }),
  keeps: ({ tables: rows }) => [
    {
      name: 'files of visitors',
      days: 365,
      // With each goes all that is in it.
      atOnce: 50,
      clear: (createdAt, most) => rows.everywhere(table).remove({ createdAt: { before: createdAt } }, { most }),
    },
  ],
};
