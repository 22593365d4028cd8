import type { ConversationSummary } from '@kineta/contract';

/** Within how many milliseconds somebody new is offered to somebody, if anybody takes chats. */
const OFFERED_WITHIN = 2_000;

/** Who waits and is offered to somebody. */
const OFFERED = 'offered';

/**
 * Rings for who waits, for each once: who is offered to them, at once; who is new and is offered
 * to nobody, or to nobody any more, after a moment. For what is offered to a colleague it rings there. And for what comes back
 * as it was put off until now.
 */
export class Alerts {
  private readonly me: string;
  private readonly ring: () => void;
  /** Who waits, as last heard; of those that are new, what rings in a moment. */
  private readonly waiting = new Map<string, ReturnType<typeof setTimeout> | typeof OFFERED | undefined>();
  private readonly mine = new Set<string>();
  /** What of one’s own is put off, and until when, in epoch milliseconds. */
  private readonly later = new Map<string, number>();

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
    this.comesBack(conversation);
    const known = this.waiting.get(id);
    if (known !== OFFERED && (holder !== 'waiting' || offered)) clearTimeout(known);
    if (holder !== 'waiting') this.waiting.delete(id);
    else if (offered) this.waiting.set(id, OFFERED);
    else if (known === OFFERED || !this.waiting.has(id)) this.waiting.set(id, setTimeout(this.ring, OFFERED_WITHIN));
  }

  close(): void {
    for (const timer of this.waiting.values()) if (timer !== OFFERED) clearTimeout(timer);
  }

  /** What was put off rings when its time has come; not when it was fetched back, or the visitor wrote. */
  private comesBack({ id, later, agent }: ConversationSummary): void {
    const until = this.later.get(id);
    if (later && agent?.id === this.me) this.later.set(id, Date.parse(later));
    else if (until !== undefined) {
      this.later.delete(id);
      if (until <= Date.now() && agent?.id === this.me) this.ring();
    }
  }

  private offer({ id, offered }: ConversationSummary): void {
    if (offered?.member.id !== this.me) this.mine.delete(id);
    else if (!this.mine.has(id)) {
      this.mine.add(id);
      this.ring();
    }
  }
}
