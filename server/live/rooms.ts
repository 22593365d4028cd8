/** Rooms: who is told what. A conversation has one for its visitor’s pages and one for the agents who watch it. */
export const rooms = {
  workspace: (id: string): string => `workspace:${id}`,
  visitor: (conversation: string): string => `visitor:${conversation}`,
  /** Named with its workspace, so that nobody hears of another’s. */
  draft: (workspace: string, flow: string): string => `draft:${workspace}:${flow}`,
  watchers: (conversation: string): string => `watchers:${conversation}`,
};
