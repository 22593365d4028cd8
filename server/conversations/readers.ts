import { Who } from '@kineta/core';
import { z } from 'zod';
import type { Wire } from '../live/wire.ts';

/** What a process asks the others: which members have a conversation open with them. */
const READERS = 'who reads';

/** Which members have which conversations open, in whichever process; nothing of it is kept. */
export class Readers {
  /** By conversation, the members by their pages, which are connected to this process. */
  private readonly pages = new Map<string, Map<string, Who>>();
  private readonly wire: Wire;

  constructor(wire: Wire) {
    this.wire = wire;
    wire.hear(READERS, conversation => this.here(conversation));
  }

  comes(conversation: string, page: string, who: Who): void {
    let pages = this.pages.get(conversation);
    if (!pages) {
      pages = new Map();
      this.pages.set(conversation, pages);
    }
    pages.set(page, who);
  }

  leaves(conversation: string, page: string): void {
    const pages = this.pages.get(conversation);
    pages?.delete(page);
    if (pages?.size === 0) this.pages.delete(conversation);
  }

  /** Each member once, however many pages they have it open in. */
  async of(conversation: string): Promise<Who[]> {
    const answers = await this.wire.ask(READERS, conversation);
    const others = answers.flatMap(one => z.array(Who).safeParse(one).data ?? []);
    const all = new Map([...this.here(conversation), ...others].map(who => [who.id, who]));
    return [...all.values()];
  }

  private here(conversation: string): Who[] {
    return [...(this.pages.get(conversation)?.values() ?? [])];
  }
}
