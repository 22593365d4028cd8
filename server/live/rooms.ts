/** Rooms: who is told what. A conversation has one for its visitor’s pages and one for the agents who watch it. */
export const rooms = {
  workspace: (id: string): string => `workspace:${id}`,
  /** The pages of one session of a member, by the hash of its token; and all pages of a member. */
  session: (token: string): string => `session:${token}`,
  member: (id: string): string => `member:${id}`,
  /** Whoever has the chat of a site open. */
  site: (id: string): string => `site:${id}`,
  visitor: (conversation: string): string => `visitor:${conversation}`,
  /** Its visitor’s pages that show another conversation, which was joined to it. */
  elsewhere: (conversation: string): string => `elsewhere:${conversation}`,
  /** Named with its workspace, so that nobody hears of another’s. */
  draft: (workspace: string, flow: string): string => `draft:${workspace}:${flow}`,
  watchers: (conversation: string): string => `watchers:${conversation}`,
};
