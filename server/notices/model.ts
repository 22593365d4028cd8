import { identity, instant, nullable, reference, table, text } from '../database/table.ts';

/** What flows, and members who mention others, tell members in the studio. */
export const notices = table('notices', {
  id: identity,
  workspaceId: reference(),
  conversationId: reference(),
  /** The team that is told; everyone when null. */
  teamId: nullable(reference()),
  /** Who alone is told, as another mentioned them. */
  memberId: nullable(reference()),
  byId: nullable(reference()),
  text: text(1_000),
  at: instant,
});

/** What was sent to try whether notices arrive, and when it first came to a browser. */
export const testNotices = table('test_notices', {
  id: identity,
  workspaceId: reference(),
  at: instant,
  arrivedAt: nullable(instant),
});
