import type { IncomingMessage, ServerResponse } from 'node:http';
import { type ReachAnswer, ReachAsked, ReachTold, type ToldCue } from '@kineta/contract';
import {
  appearanceKindOf,
  arrivedJustNow,
  type Fact,
  type Facts,
  type Fitting,
  filled,
  fitting,
  LAST,
  message,
  presence,
  shownValues,
  waitsOf,
} from '@kineta/core';
import express from 'express';
import type { House } from '../../house/house.ts';
import type { Directory, Ports, Site } from '../../house/ports.ts';
import { FOR_PAGES, forPages, jsonOf, siteOfPage } from '../../http/of-a-page.ts';
import { ProblemError, problemOf } from '../../http/problem.ts';
import { answerProblem, type Doors } from '../../http/serve.ts';
import { addressOf } from '../../limits/address.ts';
import { Allowance, VISITORS_PER_ADDRESS } from '../../limits/allowance.ts';
import type { Loaders } from '../loaders.ts';
import type { Arrivals } from './arrivals.ts';
import type { CueCounts } from './counts.ts';
import type { Reaches } from './reaches.ts';
import { saidOf, visitFrom } from './visit.ts';

/** Whether anybody of the business is there, by its hours. */
export function isOpen({ teams, workspace }: Directory, now: number): boolean {
  const hours = [...teams.values()].flatMap(team => team.hours ?? []);
  return presence(hours, now, workspace.language).open;
}

/** A cue as its page is told of it: what it waits for there, and no more of it. @param shown facts as visitors read them */
function toldOf({ cue, quiet }: Fitting, shown: ReadonlyMap<string, string>): ToldCue {
  const said = appearanceKindOf(cue.appears).says?.(cue.appears);
  const line = said && filled(said, shown).text;
  return {
    id: cue.id,
    waits: waitsOf(cue.fits),
    ...(quiet ? { quiet } : {}),
    appears: { ...cue.appears, ...(line ? { line } : {}) },
  };
}

const QUESTION = /^\/w\/([A-Za-z0-9_-]{6,40})\/reach$/;
const LONGEST = 16 * 1024;

/** @throws {ProblemError} `too_large` */
async function bodyOf(request: IncomingMessage): Promise<string> {
  const parts: Buffer[] = [];
  let length = 0;
  for await (const part of request as AsyncIterable<Buffer>) {
    length += part.length;
    if (length > LONGEST) throw new ProblemError('too_large', 'A page’s question is not as long as that.');
    parts.push(part);
  }
  return Buffer.concat(parts).toString('utf8');
}

/** What pages ask as they are looked at, and tell of what came of it. */
export function reachOfPages(
  doors: Doors,
  { ports, options, wire }: House,
  { reaches, counts, arrivals, loaders }: { reaches: Reaches; counts: CueCounts; arrivals: Arrivals; loaders: Loaders },
): void {
  // Every page asks: a site is a second old at most, as its loader is.
  const sites: Pick<Ports['sites'], 'byKey' | 'allows'> = {
    byKey: async key => (await loaders.of(key)).site,
    allows: (site, origin) => ports.sites.allows(site, origin),
  };
  const perAddress = options.visitorsPerAddress ?? VISITORS_PER_ADDRESS;
  const bounds = { times: perAddress * 20, seconds: 60 };
  const asking = new Allowance('reach', bounds, 'That is asked too often.', wire.counters);
  const telling = new Allowance('reach told', bounds, 'That is told too often.', wire.counters);

  /** What is remembered of whom the site signs in, with what it says of them now; undefined where it proves nobody. */
  const customerOf = async (site: Site, key: string, token: string, facts: readonly Fact[]) => {
    try {
      const customer = await ports.signIns.read(site, key, token);
      const remembered = await ports.comers.signedIn(site, customer.id);
      return { facts: { ...remembered, ...saidOf(facts, customer) }, isKnown: true };
    } catch (error) {
      if (error instanceof ProblemError) return undefined;
      throw error;
    }
  };

  const answer = async (site: Site, key: string, asked: ReachAsked): Promise<ReachAnswer> => {
    const directory = await ports.directories.of(site.workspace);
    const now = Date.now();
    const [kept, marked] = await Promise.all([
      reaches.ready(site, directory),
      asked.mark === undefined || asked.who !== undefined ? undefined : ports.comers.marked(site, asked.mark),
    ]);
    const known = asked.who === undefined ? marked : await customerOf(site, key, asked.who, kept.facts);
    const visit = visitFrom(asked, known?.isKnown ?? false);
    arrivals.came(site, asked, visit, now);
    const facts: Facts = known?.facts ?? {};
    const { page, visits, daysAway, lot, appeared } = asked;
    const looker = { visit, page, visits, daysAway, lot, appeared, facts, moment: arrivedJustNow, now };
    const seen = reaches.seen(kept, site, looker, directory);
    const language = directory.manners.get(site.id)?.language ?? directory.workspace.language;
    const always = { caps: kept.ready.reach.caps, dismiss: message(language, 'send it away') };
    if (kept.ready.hidden(seen, asked.device, isOpen(directory, now))) return { shows: false, cues: [], ...always };
    const found = fitting(kept.ready, seen);
    counts.count(site, found.find(({ byHand }) => !byHand)?.cue.id ?? LAST, 'met');
    const shown = shownValues(seen.facts, kept.facts, { language, currency: directory.workspace.currency });
    return { shows: true, cues: found.map(one => toldOf(one, shown)), ...always };
  };

  const question = async (request: IncomingMessage, key: string): Promise<{ origin: string; told: ReachAnswer }> => {
    await asking.spend(addressOf(request, options.proxies ?? 0));
    const { site } = await loaders.of(key);
    const { origin } = request.headers;
    if (!origin || !ports.sites.allows(site, origin))
      throw new ProblemError('domain_not_allowed', 'This page may not carry the chat.');
    if (site.off) throw new ProblemError('not_allowed', 'The chat is switched off.');
    const asked = ReachAsked.safeParse(jsonOf(await bodyOf(request)));
    if (!asked.success) throw new ProblemError('invalid_request', 'That is not how a page asks which flows fit.');
    return { origin, told: await answer(site, key, asked.data) };
  };
  const reply = async (request: IncomingMessage, response: ServerResponse, key: string): Promise<void> => {
    const send = (status: number, body: object, headers: Record<string, string>) =>
      response.writeHead(status, { ...FOR_PAGES, ...headers }).end(JSON.stringify(body));
    try {
      const { origin, told } = await question(request, key);
      send(200, told, { 'Content-Type': 'application/json; charset=utf-8', 'Access-Control-Allow-Origin': origin });
    } catch (error) {
      const { problem, unexpected } = problemOf(error);
      if (unexpected) doors.logger.error({ err: error }, 'a page’s question failed');
      send(problem.status, problem, { 'Content-Type': 'application/problem+json' });
    }
  };
  // Every page asks as it comes: it is answered before Express, of whose work it takes a part.
  doors.often.push((request, response) => {
    const [, key] = (request.method === 'POST' && QUESTION.exec(request.url ?? '')) || [];
    if (key === undefined) return false;
    void reply(request, response, key);
    return true;
  });

  doors.router.post('/w/:key/reach/told', express.text({ type: '*/*', limit: '1kb' }), async (request, response) => {
    forPages(response);
    try {
      await telling.spend(addressOf(request, options.proxies ?? 0));
      const { site } = await siteOfPage(sites, request);
      const told = ReachTold.safeParse(jsonOf(request.body));
      const reach = await reaches.ready(site, await ports.directories.of(site.workspace));
      // What is no cue of the site is counted nowhere.
      if (told.success && reach.ready.cues.some(({ cue }) => cue.id === told.data.cue))
        counts.count(site, told.data.cue, told.data.what);
      response.status(204).end();
    } catch (error) {
      answerProblem(error, request, response, doors.logger);
    }
  });
}
