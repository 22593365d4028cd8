import { identity, integer, nullable, reference, table, text, usually, yesNo } from '../database/table.ts';

/** Ready wordings, everybody’s or of one member. */
export const phrases = table('phrases', {
  id: identity,
  workspaceId: reference(),
  /** Whose it is; everybody’s when null. */
  memberId: nullable(reference()),
  shortcut: text(30),
  text: text(4_000),
  /** It shipped, and nobody has said yet that it is right. */
  draft: usually(yesNo),
  used: usually(integer),
});
