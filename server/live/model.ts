import { instant, nullable, ownIdentity, table, text } from '../database/table.ts';

/** The processes that share this database, each while it runs. */
export const processes = table('processes', {
  id: ownIdentity,
  /** By what it is joined with the others, when it is. */
  wire: nullable(text(60)),
  startedAt: instant,
  /** When it last said that it is there. */
  seenAt: instant,
});
