import type { Logger } from 'pino';
import type { Duty } from './clockwork.ts';

/** Something that is due, and whose it is. */
export interface Waiting {
  id: string;
  workspace: string;
  /** To whom it goes, where that may be slow by itself. */
  destination?: string | undefined;
}

/** Whose is not looked at, as it has all that it may have, or was looked at before. */
export interface Without {
  workspaces: readonly string[];
  destinations: ReadonlyArray<readonly [workspace: string, destination: string]>;
}

/** How many at once, in one process. */
export interface Slots {
  all: number;
  /** The most of them that one workspace has: the rest is free for others, however slow what it ordered is. */
  share: number;
  /** The most of a workspace’s share that goes to one and the same: one that hangs leaves room for its others. */
  each?: number;
}

interface Running {
  destination: string | undefined;
  done: Promise<void>;
}

/** What a lane is for; `T` is what is known of something due once it is claimed. */
export interface Work<T extends Waiting> {
  name: string;
  slots: Slots;
  /** What is due, the longest first, at most so many, without what is not looked at. Locks nothing. */
  due(most: number, without: Without): Promise<Waiting[]>;
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
  private readonly running = new Map<string, Map<string, Running>>();
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
    const seen: Waiting[] = [];
    let more = false;
    // Each look goes past those whom the one before has seen to, however much they still have waiting.
    for (let looks = 0; looks < MOST_LOOKS && this.free > 0; looks++) {
      const due = await this.work.due(LOOKED_AT, this.without(seen));
      const taken = this.fair(due);
      if (taken.length === 0) break;
      const claimed = await this.work.claim(taken.map(({ id }) => id));
      for (const one of claimed) this.begin(one);
      if (claimed.length > 0 && due.length > claimed.length) more = true;
      if (due.length < LOOKED_AT) break;
      seen.push(...due);
    }
    return more && this.free > 0;
  }

  async close(): Promise<void> {
    await Promise.all([...this.running.values()].flatMap(own => [...own.values()].map(({ done }) => done)));
  }

  /** Who has all that they may have; and those whom a look has seen to already. */
  private without(seen: readonly Waiting[]): Without {
    const { share, each } = this.work.slots;
    const workspaces = new Set<string>();
    const destinations = new Map<string, readonly [string, string]>();
    const past = (workspace: string, destination: string | undefined): void => {
      if (destination === undefined) workspaces.add(workspace);
      else destinations.set(`${workspace} ${destination}`, [workspace, destination]);
    };
    for (const [workspace, own] of this.running) {
      if (own.size >= share) workspaces.add(workspace);
      else if (each !== undefined)
        for (const { destination } of own.values())
          if (this.goingTo(workspace, destination) >= each) past(workspace, destination);
    }
    for (const { workspace, destination } of seen) past(workspace, destination);
    return { workspaces: [...workspaces], destinations: [...destinations.values()] };
  }

  /** How many of a workspace’s go to one and the same just now. */
  private goingTo(workspace: string, destination: string | undefined): number {
    let count = 0;
    for (const one of this.running.get(workspace)?.values() ?? []) if (one.destination === destination) count++;
    return count;
  }

  /** As many as there is room for, one of each workspace after the other, each within its share. */
  private fair(due: readonly Waiting[]): Waiting[] {
    const { each = Number.POSITIVE_INFINITY } = this.work.slots;
    const rows = new Map<string, Waiting[]>();
    const going = new Map<string, number>();
    for (const one of due) {
      const { workspace, destination } = one;
      const key = `${workspace} ${destination}`;
      const count = going.get(key) ?? this.goingTo(workspace, destination);
      if (count >= each) continue;
      going.set(key, count + 1);
      const own = rows.get(workspace) ?? [];
      rows.set(workspace, own);
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
    const { workspace, id, destination } = one;
    this.free--;
    const own = this.running.get(workspace) ?? new Map<string, Running>();
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
    own.set(id, { destination, done });
  }
}
