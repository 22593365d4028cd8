import { type Fact, givenFacts, type Names, type Numbered, type Rule, ruleFacts } from '@kineta/core';
import {
  account,
  firstTags,
  flowTables,
  passwordHash,
  ruleTable,
  shipPhrases,
  shipRules,
  shipTellings,
  sites,
  type Tables,
} from '@kineta/server';
import { business, businessFacts, firstVisit, look, members, menuOf, teams } from './business.ts';
import { editionsOf } from './editions.ts';
import { pastDays } from './history/days.ts';
import { writePast } from './history/rows.ts';
import { loadProducts } from './products.ts';
import { loadQuestions } from './questions.ts';
import { loadReach } from './reach.ts';
import { SERVICES } from './standins.ts';

const DAY = 86_400_000;

/** Whether the demo’s workspace is there already. */
async function isLoaded(tables: Tables): Promise<boolean> {
  return (await tables.everywhere(sites).count({ siteKey: business.siteKey })) > 0;
}

/** Lets the demo’s site be carried by pages of this origin only. */
export async function setDomains(tables: Tables, domains: string[]): Promise<void> {
  await tables.everywhere(sites).change({ domains }, { siteKey: business.siteKey });
}

/**
 * Loads the Brackenrow demo into an empty database: the workspace with its people and teams, the first flow with its
 * editions, the site, and the conversations of so many days. Does nothing when it is there already.
 * @param root the checkout, where the flow’s file is
 * @param alone with the first flow alone, which everybody meets
 * @returns whether anything was loaded
 */
export async function loadDemo(
  tables: Tables,
  root: string,
  { now = Date.now(), days = 90, alone = false }: { now?: number; days?: number; alone?: boolean } = {},
): Promise<boolean> {
  if (await isLoaded(tables)) return false;
  const ago = (past: number): Date => new Date(now - past * DAY);
  const createdAt = ago(days + 3);
  const flow = firstVisit(root);
  const { name, zone, language, country, currency, mailFrom } = business;
  const wordingService = `https://${SERVICES}/wording`;
  const workspace = await tables.everywhere(account.workspaces).add({
    name,
    zone,
    language,
    country,
    currency,
    business: businessFacts,
    mailFrom,
    wordingService,
    answeringModel: {
      url: `https://${SERVICES}/chat/completions`,
      name: 'stand-in',
      instructions: 'Warm and plain, as a neighbour would say it who knows about heating. Call us Brackenrow.',
      seconds: 8,
    },
    answeringService: { url: `https://${SERVICES}/answerer`, seconds: 5 },
    createdAt,
    productsNumber: 1,
    articlesNumber: 1,
  });
  const rows = tables.in(workspace);
  await rows.of(account.tags).addAll(firstTags);
  await shipPhrases(tables, workspace);
  await shipRules(tables, workspace);
  await shipTellings(tables, workspace);
  await loadProducts(tables, workspace, root);
  const password = await passwordHash(business.password);
  const memberIds = new Map<string, string>();
  const teamIds = new Map<string, string>();
  for (const team of teams)
    teamIds.set(team.name, await rows.of(account.teams).add({ name: team.name, hours: team.hours }));
  for (const member of members) {
    const memberId = await rows
      .of(account.members)
      .add({ email: member.email, name: member.name, role: member.role, passwordHash: password, createdAt });
    memberIds.set(member.name, memberId);
    for (const team of member.teams) await rows.of(account.teamMembers).add({ teamId: teamIds.get(team)!, memberId });
  }
  await giveUrgentWords(tables, workspace, teamIds.get('Aftercare')!);
  await rows.of(ruleTable).change({ isOn: true }, { id: (await lastRule(tables, workspace)).id });
  const lead = memberIds.get(members[0].name)!;
  const flowId = await rows.of(flowTables.flows).add({
    name: flow.name,
    draft: flow,
    revision: 1,
    changes: 0,
    createdAt,
    updatedAt: createdAt,
    updatedBy: lead,
  });
  const editions = editionsOf(flow);
  const editionIds = await rows.of(flowTables.editions).addAll(
    editions.map(({ number, content, days: since }) => ({
      flowId,
      number,
      content,
      publishedAt: ago(since),
      publishedBy: lead,
    })),
  );
  await rows.of(flowTables.flows).change({ editionId: editionIds.at(-1)! }, { id: flowId });
  const asked = await loadQuestions(tables, { workspace, flow: flowId }, lead, createdAt);
  const site = await rows.of(sites).add({
    name: 'brackenrow.example',
    siteKey: business.siteKey,
    signsIn: true,
    signInNumber: 1,
    ownPage: true,
    tellsPassers: true,
    domains: [],
    flowId,
    look,
    lookNumber: 1,
  });
  const tags = new Map((await rows.of(account.tags).all({})).map(({ id, name: tag }) => [tag, id]));
  const rules = await rows.of(ruleTable).all({ isOn: true }, { by: 'place' });
  const facts = [
    ...flow.facts,
    ...businessFacts.map(asFact),
    ...givenFacts(teams.map(team => team.name)),
    ...ruleFacts,
  ];
  const followed = {
    rules: rules.map(({ id, rule }): Numbered => ({ id, ...rule })),
    names: namesIn({ teams: teamIds, members: memberIds, tags }),
    facts,
  };
  const editionByNumber = new Map(editions.map(({ number }, index) => [number, editionIds[index]!]));
  const place = { workspace, site, flow: flowId, editions: editionByNumber, memberIds, teamIds, tagIds: tags };
  if (!alone) await rows.of(sites).change({ look: { ...look, menu: menuOf(flowId) } }, { id: site });
  if (!alone) await loadReach(tables, { workspace, site, lead, root, now, since: ago(12) });
  await writePast(tables, place, pastDays({ editions, followed, asked }, now, days));
  return true;
}

const asFact = ({ name, type }: (typeof businessFacts)[number]): Fact => ({ name, type, scope: 'business' });

/** What rules name, by the identities that the demo’s rows have. */
function namesIn(known: Record<'teams' | 'members' | 'tags', ReadonlyMap<string, string>>): Names {
  const nameIn = (ids: ReadonlyMap<string, string>) => (id: string) => [...ids].find(([, one]) => one === id)?.[0];
  return {
    team: nameIn(known.teams),
    member: nameIn(known.members),
    tag: nameIn(known.tags),
    flow: () => undefined,
    scene: () => undefined,
    rule: () => undefined,
  };
}

/** The last that ships, by which visitors are asked how it went, is off until somebody wants to know: Brackenrow does. */
async function lastRule(tables: Tables, workspace: string) {
  const [last] = await tables.in(workspace).of(ruleTable).all({}, { by: 'place', newestFirst: true, most: 1 });
  if (!last) throw new Error('No rules shipped.');
  return last;
}

/** The rule for urgent words ships without any: these are what cannot wait at Brackenrow. */
async function giveUrgentWords(tables: Tables, workspace: string, team: string): Promise<void> {
  const rows = tables.in(workspace).of(ruleTable);
  const [first] = await rows.all({}, { by: 'place', most: 1 });
  if (!first) return;
  const rule: Rule = {
    ...first.rule,
    when: { when: 'wrote', words: ['no heating', 'leak', 'smell of gas'] },
    parts: [
      {
        after: null,
        do: [
          { deed: 'raise' },
          { deed: 'notify', to: { team }, text: 'Urgent: {first name|a visitor} wrote of what cannot wait.' },
        ],
      },
    ],
  };
  await rows.change({ rule, isOn: true }, { id: first.id });
}
