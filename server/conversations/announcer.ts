import { type ConversationSummary, type EntryBatch, STUDIO_NAMESPACE, VISITOR_NAMESPACE } from '@kineta/contract';
import { asVisitorSees } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { House } from '../house/house.ts';
import { rooms } from '../live/rooms.ts';
import type { Appended } from './log.ts';
import { type ConversationRow, JOIN_OFFER, OFFERED, type OfferedRow, summaryOf } from './model.ts';

/** What a process asks the others: whether a visitor has the chat open. */
const HERE = 'visitor is here';

/** A batch as its visitor may see it. */
export function forVisitor(batch: EntryBatch): EntryBatch {
  return { ...batch, entries: asVisitorSees(batch.entries) };
}

/** Tells those concerned what was committed. Never called inside a transaction: nobody hears of what may be undone. */
export class Announcer {
  private readonly house: House;

  constructor(house: House) {
    this.house = house;
    house.wire.hear(HERE, conversation => this.hasOpen(conversation));
  }

  async announce({ row, batch, busy, due }: Appended): Promise<ConversationSummary> {
    if (due !== undefined) this.house.wake(due);
    // Who waits is thought of at once, and stands in lists with whom they are offered to.
    if (row.holder === 'waiting') this.house.wake(0);
    const [offered] = row.holder === 'waiting' ? await this.rows(row.workspace_id, [row.id]) : [];
    const summary = summaryOf({ ...offered, ...row }, await this.house.ports.directories.of(row.workspace_id));
    this.house.metrics.wrote(batch.entries);
    if (batch.from > batch.to) return summary;
    const { io } = this.house;
    const studio = io.of(STUDIO_NAMESPACE);
    if (batch.entries.length > 0) {
      io.of(VISITOR_NAMESPACE)
        .to(rooms.visitor(row.id))
        .emit('entries', { ...forVisitor(batch), holder: row.holder, busy });
      studio.to(rooms.watchers(row.id)).emit('entries', batch);
    }
    studio.to(rooms.workspace(row.workspace_id)).emit('conversation', summary);
    return summary;
  }

  /** Conversations stand otherwise in lists than before, without anything new in them: somebody is offered them, or nobody is. */
  async changed(workspace: string, conversations: readonly string[]): Promise<void> {
    if (conversations.length === 0) return;
    const directory = await this.house.ports.directories.of(workspace);
    const studio = this.house.io.of(STUDIO_NAMESPACE).to(rooms.workspace(workspace));
    for (const row of await this.rows(workspace, conversations)) studio.emit('conversation', summaryOf(row, directory));
  }

  /** Raw: the rows as lists read them. */
  private rows(workspace: string, ids: readonly string[]): Promise<Array<ConversationRow & OfferedRow>> {
    return this.house.database.query<ConversationRow & OfferedRow>(
      `SELECT c.*, ${OFFERED} FROM conversations c ${JOIN_OFFER} WHERE c.id IN (:ids) AND c.workspace_id = :workspace`,
      { replacements: { workspace, ids: [...ids] }, type: QueryTypes.SELECT },
    );
  }

  /** Whether the visitor has the chat open, in whichever process. */
  async isHere(conversation: string): Promise<boolean> {
    return this.hasOpen(conversation) || (await this.house.wire.ask(HERE, conversation)).includes(true);
  }

  /** Whether a page of theirs is connected to this process. */
  private hasOpen(conversation: string): boolean {
    const { adapter } = this.house.io.of(VISITOR_NAMESPACE);
    const open = (room: string) => (adapter.rooms.get(room)?.size ?? 0) > 0;
    return open(rooms.visitor(conversation)) || open(rooms.elsewhere(conversation));
  }

  presence(conversation: string, here: boolean): void {
    this.house.io.of(STUDIO_NAMESPACE).to(rooms.watchers(conversation)).emit('presence', { conversation, here });
  }

  visitorTypes(conversation: string): void {
    this.house.io.of(STUDIO_NAMESPACE).to(rooms.watchers(conversation)).emit('typing', { conversation, name: null });
  }

  /** Somebody of the team writes in a conversation: its visitor sees that, and so do the others, but not the writer. */
  memberTypes(conversation: string, name: string, writer: string): void {
    const { io } = this.house;
    io.of(VISITOR_NAMESPACE).to(rooms.visitor(conversation)).emit('typing', { name });
    io.of(STUDIO_NAMESPACE).to(rooms.watchers(conversation)).except(writer).emit('typing', { conversation, name });
  }
}
