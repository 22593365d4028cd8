import { identity, instant, integer, nullable, oneOf, reference, table, text } from '../database/table.ts';

/** Who looks at a page of a site without a chat, and what was said to them; each for some minutes. */
export const passers = table('passers', {
  id: identity,
  workspaceId: reference(),
  siteId: reference(),
  /** What their tab is known by. */
  passer: text(22),
  page: text(500),
  device: oneOf(['phone', 'tablet', 'computer']),
  language: text(35),
  referrer: text(200),
  pages: integer,
  arrivedAt: instant,
  pageAt: instant,
  seenAt: instant,
  /** Who of the team has spoken to them, what, and when. */
  saidBy: nullable(reference()),
  said: nullable(text(4_000)),
  saidAt: nullable(instant),
  /** What came of it. */
  conversationId: nullable(reference()),
});
