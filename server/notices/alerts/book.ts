import type { OwnTellings, Telling } from '@kineta/core';
import { LRUCache } from 'lru-cache';
import type { House } from '../../house/house.ts';
import { ownTellings, tellings } from '../model.ts';

/** For so long what another process changed may not be known yet, in milliseconds, as with directories. */
const GOOD_FOR = 2_000;
/** So many a workspace has at most. */
export const MOST_TELLINGS = 100;

/** Who is told of what in a workspace, and what members have otherwise. */
export interface TellingBook {
  tellings: readonly Telling[];
  own: ReadonlyMap<string, OwnTellings>;
}

/** What workspaces have settled, as those who tell need it: at most two seconds old. */
export class TellingBooks {
  private readonly house: House;
  private readonly kept = new LRUCache<string, Promise<TellingBook>>({ max: 2_000, ttl: GOOD_FOR });

  constructor(house: House) {
    this.house = house;
  }

  of(workspace: string): Promise<TellingBook> {
    let book = this.kept.get(workspace);
    if (!book) {
      book = this.read(workspace);
      this.kept.set(workspace, book);
      book.catch(() => this.kept.delete(workspace));
    }
    return book;
  }

  forget(workspace: string): void {
    this.kept.delete(workspace);
  }

  private async read(workspace: string): Promise<TellingBook> {
    const rows = this.house.tables.in(workspace);
    const [on, own] = await Promise.all([
      rows.of(tellings).all({ isOn: true }, { by: 'id', most: MOST_TELLINGS }),
      rows.of(ownTellings).all({}),
    ]);
    return {
      tellings: on.map(({ telling }) => telling),
      own: new Map(own.map(one => [one.memberId, one.own])),
    };
  }
}
