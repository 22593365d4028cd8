import { type ConversationSummary, STUDIO_NAMESPACE, VISITOR_NAMESPACE } from '@kineta/contract';
import type { Server } from 'socket.io';
import type { Directories } from '../account/model.ts';
import type { Appended } from '../conversations/log.ts';
import { summaryOf } from '../conversations/model.ts';
import { forVisitor } from '../conversations/visitors.ts';

/** Rooms: who is told what. A conversation has one for its visitor’s pages and one for the agents who watch it. */
export const rooms = {
  workspace: (id: string): string => `workspace:${id}`,
  visitor: (conversation: string): string => `visitor:${conversation}`,
  /** Named with its workspace, so that nobody hears of another’s. */
  draft: (workspace: string, flow: string): string => `draft:${workspace}:${flow}`,
  watchers: (conversation: string): string => `watchers:${conversation}`,
};

/** Tells those concerned what was committed. Never called inside a transaction: nobody hears of what may be undone. */
export class Live {
  private readonly io: Server;
  private readonly directories: Directories;
  /** Told when something falls due in so many milliseconds. */
  wake: (after: number) => void = () => {};

  constructor(io: Server, directories: Directories) {
    this.io = io;
    this.directories = directories;
  }

  async announce({ row, batch, busy, due, notices }: Appended): Promise<ConversationSummary> {
    if (due !== undefined) this.wake(due);
    const summary = summaryOf(row, await this.directories.of(row.workspace_id));
    if (batch.from > batch.to) return summary;
    const studio = this.io.of(STUDIO_NAMESPACE);
    if (batch.entries.length > 0) {
      this.io
        .of(VISITOR_NAMESPACE)
        .to(rooms.visitor(row.id))
        .emit('entries', { ...forVisitor(batch), holder: row.holder, busy });
      studio.to(rooms.watchers(row.id)).emit('entries', batch);
    }
    studio.to(rooms.workspace(row.workspace_id)).emit('conversation', summary);
    for (const notice of notices) studio.to(rooms.workspace(row.workspace_id)).emit('notice', notice);
    return summary;
  }

  /** Whether the visitor has the chat open, in whichever process. */
  async isHere(conversation: string): Promise<boolean> {
    return (await this.io.of(VISITOR_NAMESPACE).in(rooms.visitor(conversation)).fetchSockets()).length > 0;
  }

  presence(conversation: string, here: boolean): void {
    this.io.of(STUDIO_NAMESPACE).to(rooms.watchers(conversation)).emit('presence', { conversation, here });
  }

  visitorTypes(conversation: string): void {
    this.io.of(STUDIO_NAMESPACE).to(rooms.watchers(conversation)).emit('typing', { conversation, name: null });
  }

  /** Somebody of the team writes in a conversation: its visitor sees that, and so do the others, but not the writer. */
  memberTypes(conversation: string, name: string, writer: string): void {
    this.io.of(VISITOR_NAMESPACE).to(rooms.visitor(conversation)).emit('typing', { name });
    this.io.of(STUDIO_NAMESPACE).to(rooms.watchers(conversation)).except(writer).emit('typing', { conversation, name });
  }
}
