import type { ConversationSummary } from '@kineta/contract';

/** Within how many milliseconds somebody new is offered to somebody, if anybody takes chats. */
const OFFERED_WITHIN = 2_000;

/**
 * Rings for who waits, for each once: who is offered to them, at once; who is new and is offered
 * to nobody, after a moment. For what is offered to a colleague it rings there.
 */
export class Alerts {
  private readonly me: string;
  private readonly ring: () => void;
  /** Who waits, as last heard; of those that are new, what rings in a moment. */
  private readonly waiting = new Map<string, ReturnType<typeof setTimeout> | undefined>();
  private readonly mine = new Set<string>();

  constructor(me: string, ring: () => void) {
    this.me = me;
    this.ring = ring;
  }

  /** Who waited before this page was there is rung for when they are offered to whoever sits here, and not before. */
  begin(conversations: readonly ConversationSummary[]): void {
    for (const { id, offered } of conversations) {
      this.waiting.set(id, undefined);
      if (offered?.member.id === this.me) this.mine.add(id);
    }
  }

  hear(conversation: ConversationSummary): void {
    const { id, holder, offered } = conversation;
    this.offer(conversation);
    if (holder !== 'waiting' || offered) {
      clearTimeout(this.waiting.get(id));
      if (holder === 'waiting') this.waiting.set(id, undefined);
      else this.waiting.delete(id);
    } else if (!this.waiting.has(id)) this.waiting.set(id, setTimeout(this.ring, OFFERED_WITHIN));
  }

  close(): void {
    for (const timer of this.waiting.values()) clearTimeout(timer);
  }

  private offer({ id, offered }: ConversationSummary): void {
    if (offered?.member.id !== this.me) this.mine.delete(id);
    else if (!this.mine.has(id)) {
      this.mine.add(id);
      this.ring();
    }
  }
}
