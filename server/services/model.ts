import { bytes, instant, partOfKey, reference, table, text } from '../database/table.ts';

/** The keys that services ask for, sealed; one a host. */
export const serviceKeys = table('service_keys', {
  workspaceId: partOfKey(reference()),
  host: partOfKey(text(253)),
  header: text(60),
  sealed: bytes,
  setAt: instant,
});
