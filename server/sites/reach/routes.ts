import { type RealVisit, reachRoutes, type Why, type WhyAsked } from '@kineta/contract';
import { linksIn, maySet, metOnOpening, whyThis } from '@kineta/core';
import type { House } from '../../house/house.ts';
import type { Comer, MetFlow, PastVisit, Site } from '../../house/ports.ts';
import { notFound } from '../../http/problem.ts';
import { type Doors, serve } from '../../http/serve.ts';
import type { Loaders } from '../loaders.ts';
import { sites, reaches as table } from '../model.ts';
import type { Arrivals } from './arrivals.ts';
import { isOpen } from './page.ts';
import type { Looker, Reaches } from './reaches.ts';
import { saidOf, visitFrom } from './visit.ts';
import { wouldBe } from './would.ts';

/** So many visits that were lately are told of. */
const MOST_VISITS = 12;

/** Which flow whoever opens the chat meets, worked out with nothing more to be read. */
export async function meets(
  { ports }: Pick<House, 'ports'>,
  reaches: Reaches,
  site: Site,
): Promise<((comer: Comer) => MetFlow) | undefined> {
  if (site.reachNumber === 0) return undefined;
  const directory = await ports.directories.of(site.workspace);
  const kept = await reaches.ready(site, directory);
  return ({ visit, page, came, facts: remembered, customer }) => {
    const facts = { ...remembered, ...(customer ? saidOf(kept.facts, customer) : {}) };
    const moment = { seconds: came?.seconds ?? 0, idle: 0, read: came?.read ?? 0, leaving: false };
    const visits = came?.visits ?? (visit.returning ? 2 : 1);
    // Whose lot it was, and what appeared before, the page has gone by already: a share, once drawn, is not drawn anew.
    const looker: Looker = { visit, page, visits, lot: 0, appeared: {}, facts, moment, now: Date.now() };
    const cue = metOnOpening(kept.ready, reaches.seen(kept, site, looker, directory), came?.cue);
    return { cue: cue.id, flow: cue.flow, unfinished: cue.unfinished };
  };
}

const askedOf = ({ visit }: PastVisit, origin: string, at: Date | null): RealVisit['asked'] => ({
  page: `${origin}${visit.page.startsWith('/') ? visit.page : '/'}`,
  device: visit.device,
  language: visit.language,
  visits: visit.came?.visits ?? (visit.returning ? 2 : 1),
  referrer: visit.referrer ? `https://${visit.referrer}/` : '',
  isKnown: visit.knownPerson,
  at: at?.toISOString() ?? null,
  seconds: visit.came?.seconds ?? 0,
  idle: 0,
  read: visit.came?.read ?? 0,
  leaving: false,
});

/** What leads settle about which flows a site’s visitors meet, and are told of why. */
export function reachDoors(
  doors: Doors,
  { ports, tables }: House,
  { reaches, arrivals }: { reaches: Reaches; arrivals: Arrivals },
  loaders: Loaders,
): void {
  const placed = async (workspace: string, id: string) => {
    const rows = tables.in(workspace);
    const [site, row] = await Promise.all([rows.of(sites).one({ id }), rows.of(table).one({ siteId: id })]);
    if (!site) throw notFound('site');
    return { id, workspace, flow: site.flowId, reachNumber: row?.number ?? 0, domains: site.domains };
  };

  const why = async (workspace: string, id: string, asked: WhyAsked): Promise<Why> => {
    const [site, directory] = await Promise.all([placed(workspace, id), ports.directories.of(workspace)]);
    const kept = asked.reach ? await reaches.make(site, asked.reach, directory) : await reaches.ready(site, directory);
    const now = asked.at === null ? Date.now() : Date.parse(asked.at);
    const { page, visits, seconds, idle, read, leaving } = asked;
    const visit = visitFrom(asked, asked.isKnown);
    const looker = {
      visit,
      page,
      visits,
      lot: 0,
      appeared: {},
      facts: {},
      moment: { seconds, idle, read, leaving },
      now,
    };
    const isPast = asked.at !== null;
    const seen = reaches.seen(kept, site, { ...looker, isPast }, directory);
    const { byItself, verdicts } = whyThis(kept.ready, seen);
    return {
      hidden: kept.ready.hidden(seen, asked.device, isOpen(directory, now)) ?? null,
      byItself,
      verdicts: verdicts.map(({ cue, verdict }) => ({
        cue: cue.id,
        is: verdict.is,
        before: verdict.is === 'behind' ? verdict.before : null,
        not: verdict.is === 'not' ? verdict.words : null,
      })),
    };
  };

  serve(doors, reachRoutes.get, ({ params }, me) => reaches.get(me.workspace, params.id));
  serve(doors, reachRoutes.put, async ({ params, body }, me) => {
    await reaches.put(me.workspace, params.id, body);
    loaders.forget();
    return reaches.get(me.workspace, params.id);
  });
  serve(doors, reachRoutes.why, ({ params, body }, me) => why(me.workspace, params.id, body));
  serve(doors, reachRoutes.would, async ({ params, body }, me) =>
    wouldBe({ ports }, { reaches, arrivals }, await placed(me.workspace, params.id), body),
  );
  serve(doors, reachRoutes.ways, async ({ params }, me) => {
    const site = await placed(me.workspace, params.id);
    const [reach, live, origin] = await Promise.all([
      reaches.of(site),
      ports.flows.live(me.workspace),
      ports.sites.originOf(me.workspace, params.id),
    ]);
    const links = [...linksIn(reach.cues), ...(site.flow === null ? [] : [{ reference: null, flow: site.flow }])];
    const ways = links.flatMap(({ reference, flow }) => {
      const known = live.find(({ id }) => id === flow);
      return known ? [{ reference, flow: known.name, facts: known.facts.filter(fact => maySet(fact, 'link')) }] : [];
    });
    return { origin: origin || null, ways };
  });
  serve(doors, reachRoutes.visits, async ({ params }, me) => {
    const { domains } = await placed(me.workspace, params.id);
    const [there, past, origin] = await Promise.all([
      ports.passers.there(me.workspace, params.id),
      ports.comers.lately(me.workspace, params.id),
      ports.sites.originOf(me.workspace, params.id),
    ]);
    const told = (one: PastVisit, now: boolean): RealVisit => ({
      id: `${now ? 'passer' : 'conversation'} ${one.id}`,
      who: one.who,
      at: one.at.toISOString(),
      now,
      asked: askedOf(one, origin || `https://${domains[0] ?? 'site.example'}`, now ? null : one.at),
      met: now ? null : (one.visit.came?.cue ?? null),
    });
    return {
      visits: [...there.map(one => told(one, true)), ...past.map(one => told(one, false))].slice(0, MOST_VISITS),
    };
  });
}
