import type { FromOutside, OutsideName } from '@kineta/core';
import { LRUCache } from 'lru-cache';
import type { House } from '../../house/house.ts';
import type { AskedOutside, Judge, OutsideKind } from './kind.ts';
import { composed } from './model.ts';
import { service } from './service.ts';

const kinds: readonly OutsideKind[] = [composed, service];

/** So many of one workspace are asked at a time, by a process: who comes then has what is written, and waits for nobody. */
const AT_ONCE = 8;
/** After so many failures in a row nobody is asked for so long, in milliseconds: each visitor would wait for nothing. */
const FAILURES = 3;
const REST = 30_000;
const MOST_WORKSPACES = 500;

interface Standing {
  asked: number;
  failures: number;
  restsUntil: number;
}

/** Asks who answers outside, where a workspace has set that up. */
export class Outside {
  private readonly ports: House['ports'];
  private readonly judge: Judge;
  private readonly standings = new LRUCache<string, Standing>({ max: MOST_WORKSPACES });

  constructor(ports: House['ports'], judge: Judge) {
    this.ports = ports;
    this.judge = judge;
  }

  /** @returns what is made of it; undefined where it is not asked, as nothing is known that it could word */
  async ask(workspace: string, by: OutsideName, asked: AskedOutside): Promise<FromOutside | undefined> {
    const kind = kinds.find(({ name }) => name === by)!;
    if (asked.sources.length === 0 && !kind.answersAlone) return undefined;
    const { workspace: settings } = await this.ports.directories.of(workspace);
    const at = kind.of(settings);
    const failed = (why: string): FromOutside => ({ did: 'failed', by, why });
    if (!at) return failed('it is not set up.');
    const standing = this.standingOf(`${workspace} ${by} ${at.url}`);
    if (Date.now() < standing.restsUntil) return failed('it has failed several times, and is left alone for a moment.');
    if (standing.asked >= AT_ONCE) return failed('it is asked too much at once.');
    standing.asked++;
    try {
      const body = await kind.body(asked, settings);
      const said = await this.ports.outside.ask(workspace, { url: at.url, body, seconds: at.seconds });
      const read = 'answer' in said ? await kind.read(said.answer, asked, settings, this.judge) : undefined;
      if (read) {
        standing.failures = 0;
        return read;
      }
      if (++standing.failures >= FAILURES) {
        standing.failures = 0;
        standing.restsUntil = Date.now() + REST;
      }
      return failed('failed' in said ? said.failed : 'its answer has another shape than is read.');
    } finally {
      standing.asked--;
    }
  }

  private standingOf(name: string): Standing {
    const known = this.standings.get(name) ?? { asked: 0, failures: 0, restsUntil: 0 };
    this.standings.set(name, known);
    return known;
  }
}
