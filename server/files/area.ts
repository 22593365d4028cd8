import type { Area } from '../house/area.ts';
import { fileParts, files as table } from './model.ts';
import { fileDoors } from './routes.ts';
import { Files } from './service.ts';

/** What visitors send, kept for the team. */
export const files: Area = {
  name: 'files',
  tables: [table, fileParts],
  offers: ({ tables, ports }) => ({ files: new Files(tables, ports) }),
  doors: fileDoors,
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
