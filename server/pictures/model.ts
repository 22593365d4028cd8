import { bytes, instant, ownIdentity, reference, table, text } from '../database/table.ts';

/** Pictures that members uploaded: for lines and cards, faces and looks. */
export const pictures = table('pictures', {
  id: ownIdentity,
  workspaceId: reference(),
  type: text(40),
  content: bytes,
  createdAt: instant,
});
