import {
  bytes,
  instant,
  integer,
  nullable,
  ownIdentity,
  partOfKey,
  reference,
  table,
  text,
} from '../database/table.ts';

/** What was sent by visitors and to them, with what its content was found to be. */
export const files = table('files', {
  id: ownIdentity,
  workspaceId: reference(),
  /** Whose it is: who sent it, or to whom a member did. */
  visitorId: reference(),
  memberId: nullable(reference()),
  name: text(200),
  type: text(100),
  size: integer,
  createdAt: instant,
});

/** The content of files, in pieces that fit into one packet of the database. */
export const fileParts = table('file_parts', {
  fileId: partOfKey(text(22)),
  number: partOfKey(integer),
  content: bytes,
});
