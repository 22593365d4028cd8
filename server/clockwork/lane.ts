import type { Logger } from 'pino';
import type { Duty } from './clockwork.ts';

/** Something that is due, and whose it is. */
export interface Waiting {
  id: string;
  workspace: string;
}

/** How many at once, in one process. */
export interface Slots {
  all: number;
  /** The most of them that one workspace has: the rest is free for others, however slow what it ordered is. */
  share: number;
}

/** What a lane is for; `T` is what is known of something due once it is claimed. */
export interface Work<T extends Waiting> {
  name: string;
  slots: Slots;
  /** What is due, the longest first, at most so many, without what belongs to these workspaces. Locks nothing. */
  due(most: number, without: readonly string[]): Promise<Waiting[]>;
  /** Makes those of them this process’s own that no other process has and that are still due. */
  claim(ids: readonly string[]): Promise<T[]>;
  /** Carries one out. What it throws is logged; the claim then runs out, and it is due again. */
  run(one: T): Promise<void>;
}

/** How many of what is due a look takes in: enough that one busy workspace does not hide the others for long. */
const LOOKED_AT = 200;
const MOST_LOOKS = 10;

/**
 * Carries out what is due, several at once: a slot that comes free is filled again at once, and no workspace has more
 * than its share of them.
 */
export class Lane<T extends Waiting> implements Duty {
  readonly name: string;
  private readonly work: Work<T>;
  private readonly logger: Logger;
  /** What runs, by workspace and identity. */
  private readonly running = new Map<string, Map<string, Promise<void>>>();
  private free: number;
  private again: () => void = () => {};

  constructor(work: Work<T>, logger: Logger) {
    this.name = work.name;
    this.work = work;
    this.logger = logger;
    this.free = work.slots.all;
  }

  begins(again: () => void): void {
    this.again = again;
  }

  async turn(): Promise<boolean> {
    const looked = [...this.running].flatMap(([workspace, own]) =>
      own.size >= this.work.slots.share ? [workspace] : [],
    );
    let more = false;
    // Each look goes past those whom the one before has seen to, however much they still have waiting.
    for (let looks = 0; looks < MOST_LOOKS && this.free > 0; looks++) {
      const due = await this.work.due(LOOKED_AT, looked);
      const taken = this.fair(due);
      if (taken.length === 0) break;
      const claimed = await this.work.claim(taken.map(({ id }) => id));
      for (const one of claimed) this.begin(one);
      if (claimed.length > 0 && due.length > claimed.length) more = true;
      if (due.length < LOOKED_AT) break;
      looked.push(...new Set(due.map(({ workspace }) => workspace)));
    }
    return more && this.free > 0;
  }

  async close(): Promise<void> {
    await Promise.all([...this.running.values()].flatMap(own => [...own.values()]));
  }

  /** As many as there is room for, one of each workspace after the other, each within its share. */
  private fair(due: readonly Waiting[]): Waiting[] {
    const rows = new Map<string, Waiting[]>();
    for (const one of due) {
      const own = rows.get(one.workspace) ?? [];
      rows.set(one.workspace, own);
      own.push(one);
    }
    const taken: Waiting[] = [];
    for (let turn = 0; taken.length < this.free; turn++) {
      let any = false;
      for (const [workspace, own] of rows) {
        const one = own[turn];
        if (!one || (this.running.get(workspace)?.size ?? 0) + turn >= this.work.slots.share) continue;
        if (taken.length === this.free) return taken;
        any = true;
        taken.push(one);
      }
      if (!any) break;
    }
    return taken;
  }

  private begin(one: T): void {
    const { workspace, id } = one;
    this.free--;
    const own = this.running.get(workspace) ?? new Map<string, Promise<void>>();
    this.running.set(workspace, own);
    const done = this.work
      .run(one)
      .catch(error => this.logger.error({ err: error, lane: this.name, id }, 'what was due could not be carried out'))
      .finally(() => {
        this.free++;
        own.delete(id);
        if (own.size === 0) this.running.delete(workspace);
        this.again();
      });
    own.set(id, done);
  }
}
