import { identity, instant, nullable, reference, table, text } from '../database/table.ts';

/** What flows tell members in the studio. */
export const notices = table('notices', {
  id: identity,
  workspaceId: reference(),
  /** None when it was sent to try whether notices arrive. */
  conversationId: nullable(reference()),
  /** The team that is told; everyone when null. */
  teamId: nullable(reference()),
  text: text(1_000),
  at: instant,
  /** When such a one first came to a browser. */
  arrivedAt: nullable(instant),
});
