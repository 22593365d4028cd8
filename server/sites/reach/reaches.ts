import type { SiteReach } from '@kineta/contract';
import {
  type Fact,
  FactName,
  type Facts,
  factsOfReach,
  givenFacts,
  givenValues,
  type PageMoment,
  pageOf,
  plainReach,
  type Reach,
  type ReadyReach,
  reachFacts,
  reachFindings,
  reachValues,
  readyReach,
  type Seen,
  type Visit,
} from '@kineta/core';
import { LRUCache } from 'lru-cache';
import { DateTime } from 'luxon';
import type { House } from '../../house/house.ts';
import type { Directory, Site } from '../../house/ports.ts';
import { ofTeams } from '../../house/there.ts';
import { notFound, ProblemError } from '../../http/problem.ts';
import { allows } from '../domains.ts';
import { reaches, sites } from '../model.ts';
import type { CueCounts } from './counts.ts';

/** What a formula knows by name may be so old, in milliseconds. */
const GOOD_FOR = 60_000;

/** A site’s reach made ready, with the facts that it asks about. */
interface Kept {
  ready: ReadyReach;
  asked: ReadonlySet<string>;
  facts: readonly Fact[];
  /** Which flows visitors can meet, as it was last known. */
  live: ReadonlySet<string>;
}

/** Somebody who looks at a page of a site, or is made up. */
export interface Looker {
  visit: Visit;
  /** The page’s address. */
  page: string;
  visits: number;
  daysAway?: number | undefined;
  lot: number;
  appeared: Readonly<Record<string, number>>;
  /** What is remembered of them. */
  facts: Facts;
  moment: PageMoment;
  now: number;
  /** It was at some other time: who took chats then nobody knows any more. */
  isPast?: boolean;
}

type Placed = Pick<Site, 'id' | 'workspace' | 'flow' | 'reachNumber'>;

/** Which flows visitors of sites meet. */
export class Reaches {
  private readonly house: Pick<House, 'tables' | 'ports'>;
  private readonly counts: CueCounts;
  /** By site, its number and its flow, so that one of another process is never taken for today’s. */
  private readonly read = new LRUCache<string, Promise<Reach>>({ max: 1_000 });
  private readonly kept = new LRUCache<string, Promise<Kept>>({ max: 1_000, ttl: GOOD_FOR });

  constructor(house: Pick<House, 'tables' | 'ports'>, counts: CueCounts) {
    this.house = house;
    this.counts = counts;
  }

  /** The reach of a site as its visitors meet it now: read once, however often its loader is written. */
  of({ id, workspace, reachNumber }: Placed): Promise<Reach> {
    if (reachNumber === 0) return Promise.resolve(plainReach);
    const key = `${id} ${reachNumber}`;
    const known = this.read.get(key);
    if (known) return known;
    const row = this.house.tables.in(workspace).of(reaches).one({ siteId: id });
    const reading = row.then(found => found?.reach ?? plainReach);
    this.read.set(key, reading);
    reading.catch(() => this.read.delete(key));
    return reading;
  }

  /** The same made ready. */
  async ready(site: Placed, directory: Directory): Promise<Kept> {
    const key = `${site.id} ${site.reachNumber} ${site.flow}`;
    const known = this.kept.get(key);
    const making = known ?? this.of(site).then(reach => this.make(site, reach, directory));
    if (!known) {
      this.kept.set(key, making);
      making.catch(() => this.kept.delete(key));
    }
    const kept = await making;
    kept.live = directory.live;
    return kept;
  }

  /** Another reach than the site’s, as it is being written. */
  async make(site: Placed, reach: Reach, directory: Directory): Promise<Kept> {
    const facts = await this.facts(site.workspace, directory);
    const names = facts.map(({ name }) => name);
    const kept: Kept = {
      live: directory.live,
      facts,
      asked: factsOfReach(reach, facts) ?? new Set(names),
      ready: readyReach(reach, site.flow, flow => kept.live.has(flow), names),
    };
    return kept;
  }

  /** What conditions may ask about: what is given, of the business, and remembered of visitors by any flow that is live. */
  private async facts(workspace: string, { teams, workspace: settings }: Directory): Promise<Fact[]> {
    const flows = await this.house.ports.flows.live(workspace);
    const remembered = flows.flatMap(({ facts }) => facts.filter(({ scope }) => scope === 'visitor'));
    const business = settings.business.map(({ name, type }): Fact => ({ name, type, scope: 'business' }));
    const given = givenFacts([...teams.values()].map(({ name }) => name));
    const byName = new Map<string, Fact>();
    for (const fact of [...remembered, ...business, ...given, ...reachFacts])
      if (!byName.has(fact.name) && FactName.safeParse(fact.name).success) byName.set(fact.name, fact);
    // Nobody has called anything before the chat.
    byName.delete('last call');
    return [...byName.values()];
  }

  /** All that is gone by, of somebody who looks at a page. */
  seen({ asked }: Pick<Kept, 'asked'>, site: Pick<Site, 'id'>, looker: Looker, directory: Directory): Seen {
    const { workspace, hours, business, manners } = directory;
    const { visit, visits, daysAway, now } = looker;
    const zone = manners.get(site.id)?.zone ?? workspace.zone;
    const taking = looker.isPast ? {} : ofTeams(directory, availability => availability === 'takes chats');
    return {
      page: pageOf(looker.page),
      visits,
      isKnown: visit.knownPerson,
      facts: {
        ...business,
        ...givenValues(asked, { now, zone, visit, hours, taking }, undefined),
        ...reachValues({ visits, daysAway, language: visit.language }),
        ...looker.facts,
      },
      now,
      today: DateTime.fromMillis(now, { zone }).toISODate() ?? '',
      lot: looker.lot,
      appeared: looker.appeared,
      moment: looker.moment,
    };
  }

  /** @throws {ProblemError} `not_found` */
  async get(workspace: string, id: string): Promise<SiteReach> {
    const { tables, ports } = this.house;
    const [site, row, flows, directory, counts] = await Promise.all([
      tables.in(workspace).of(sites).one({ id }),
      tables.in(workspace).of(reaches).one({ siteId: id }),
      ports.flows.names(workspace),
      ports.directories.of(workspace),
      this.counts.of(workspace, id),
    ]);
    if (!site) throw notFound('site');
    return {
      reach: row?.reach ?? plainReach,
      number: row?.number ?? 0,
      flow: site.flowId,
      flows,
      facts: await this.facts(workspace, directory),
      counts,
    };
  }

  /**
   * @param number how often it had been put on the site when this was begun
   * @throws {ProblemError} `not_found`, `reach_changed`, `invalid_request` with what is wrong and in which cue
   */
  async put(
    workspace: string,
    id: string,
    { reach, number, flow }: Pick<SiteReach, 'reach' | 'number' | 'flow'>,
  ): Promise<void> {
    const { tables, ports } = this.house;
    const rows = tables.in(workspace);
    const [site, flows] = await Promise.all([rows.of(sites).one({ id }), ports.flows.names(workspace)]);
    if (!site) throw notFound('site');
    const problem = (path: string, message: string) =>
      new ProblemError('invalid_request', message, { fields: [{ path, message }] });
    if (flow !== null && flow !== site.flowId && !flows.some(one => one.id === flow && one.published))
      throw problem('body.flow', 'Only a flow that is published can be met by visitors.');
    const found = reachFindings(reach, {
      flow,
      nameOf: one => flows.find(({ id: known }) => known === one)?.name,
      isLive: one => flows.some(({ id: known, published }) => known === one && published),
      allows: origin => allows(site.domains, origin),
    }).find(({ level }) => level === 'problem');
    if (found) {
      const at = reach.cues.findIndex(({ id: cue }) => cue === found.cue);
      throw problem(at < 0 ? 'body.reach.last' : `body.reach.cues.${at}`, found.sentence);
    }
    const changed = 'Somebody else changed which flows are met meanwhile. Look at theirs first.';
    await tables.database.transaction(async transaction => {
      // The site’s row is locked, so that of two who begin with none one is first.
      await rows.of(sites).one({ id }, { transaction, lock: true });
      const now = await rows.of(reaches).one({ siteId: id }, { transaction });
      if ((now?.number ?? 0) !== number) throw new ProblemError('reach_changed', changed);
      const next = { reach, number: number + 1 };
      if (now) await rows.of(reaches).change(next, { siteId: id }, { transaction });
      else await rows.of(reaches).add({ siteId: id, ...next }, { transaction });
      if (flow !== site.flowId) await rows.of(sites).change({ flowId: flow }, { id }, { transaction });
    });
  }
}
