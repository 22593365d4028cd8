import { identity, instant, nullable, reference, table, text } from '../database/table.ts';

/** What flows tell members in the studio. */
export const notices = table('notices', {
  id: identity,
  workspaceId: reference(),
  conversationId: reference(),
  /** The team that is told; everyone when null. */
  teamId: nullable(reference()),
  text: text(1_000),
  at: instant,
});
