import type { ConversationSummary } from '@kineta/contract';

/** Within how many milliseconds somebody new is offered to somebody, if anybody takes chats. */
const OFFERED_WITHIN = 2_000;

/** What is done to be noticed. */
export interface Noticed {
  rings(): void;
  /** Shows that somebody is offered to whoever sits here, until that is over. */
  shows(conversation: ConversationSummary): void;
  hides(id: string): void;
}

/**
 * What whoever sits here is to notice of who waits, each once: who is offered to them, at once; who is new and is offered
 * to nobody, after a moment. What is offered to a colleague is theirs to notice.
 */
export class Alerts {
  private readonly me: string;
  private readonly noticed: Noticed;
  /** Who waits, as last heard; of those that are new, what rings in a moment. */
  private readonly waiting = new Map<string, ReturnType<typeof setTimeout> | undefined>();
  private readonly mine = new Set<string>();

  constructor(me: string, noticed: Noticed) {
    this.me = me;
    this.noticed = noticed;
  }

  /** Who waited before this page was there is rung for no more, unless they are offered to whoever sits here. */
  begin(conversations: readonly ConversationSummary[]): void {
    for (const conversation of conversations) {
      this.waiting.set(conversation.id, undefined);
      this.offer(conversation);
    }
  }

  hear(conversation: ConversationSummary): void {
    const { id, holder, offered } = conversation;
    this.offer(conversation);
    if (holder !== 'waiting' || offered) {
      clearTimeout(this.waiting.get(id));
      if (holder === 'waiting') this.waiting.set(id, undefined);
      else this.waiting.delete(id);
    } else if (!this.waiting.has(id))
      this.waiting.set(
        id,
        setTimeout(() => this.noticed.rings(), OFFERED_WITHIN),
      );
  }

  close(): void {
    for (const timer of this.waiting.values()) clearTimeout(timer);
    for (const id of this.mine) this.noticed.hides(id);
  }

  private offer(conversation: ConversationSummary): void {
    const { id, offered } = conversation;
    if (offered?.member.id !== this.me) {
      if (this.mine.delete(id)) this.noticed.hides(id);
      return;
    }
    if (this.mine.has(id)) return;
    this.mine.add(id);
    this.noticed.rings();
    this.noticed.shows(conversation);
  }
}
