import type { ConversationSummary } from '@kineta/contract';

/** Within how many milliseconds somebody new is offered to somebody, if anybody takes chats. */
const OFFERED_WITHIN = 2_000;

/** Who waits and is offered to somebody. */
const OFFERED = 'offered';

/**
 * Rings for who waits, for each once: who is offered to them, at once; who is new and is offered
 * to nobody, or to nobody any more, after a moment. For what is offered to a colleague it rings there.
 */
export class Alerts {
  private readonly me: string;
  private readonly ring: () => void;
  /** Who waits, as last heard; of those that are new, what rings in a moment. */
  private readonly waiting = new Map<string, ReturnType<typeof setTimeout> | typeof OFFERED | undefined>();
  private readonly mine = new Set<string>();

  constructor(me: string, ring: () => void) {
    this.me = me;
    this.ring = ring;
  }

  /** Who waited before this page was there is rung for when they are offered to whoever sits here, and not before. */
  begin(conversations: readonly ConversationSummary[]): void {
    for (const { id, offered } of conversations) {
      this.waiting.set(id, offered ? OFFERED : undefined);
      if (offered?.member.id === this.me) this.mine.add(id);
    }
  }

  hear(conversation: ConversationSummary): void {
    const { id, holder, offered } = conversation;
    this.offer(conversation);
    const known = this.waiting.get(id);
    if (known !== OFFERED && (holder !== 'waiting' || offered)) clearTimeout(known);
    if (holder !== 'waiting') this.waiting.delete(id);
    else if (offered) this.waiting.set(id, OFFERED);
    else if (known === OFFERED || !this.waiting.has(id)) this.waiting.set(id, setTimeout(this.ring, OFFERED_WITHIN));
  }

  close(): void {
    for (const timer of this.waiting.values()) if (timer !== OFFERED) clearTimeout(timer);
  }

  private offer({ id, offered }: ConversationSummary): void {
    if (offered?.member.id !== this.me) this.mine.delete(id);
    else if (!this.mine.has(id)) {
      this.mine.add(id);
      this.ring();
    }
  }
}
