import { dice, plainVisit, type Rule, type Visit, type World } from '@kineta/core';
import {
  account,
  conversing,
  eventsOf,
  firstTags,
  flowTables,
  hashed,
  insertEntries,
  keepWords,
  passwordHash,
  people,
  peopleWords,
  ruleTable,
  secret,
  shipPhrases,
  shipRules,
  shipTellings,
  sites,
  type Tables,
  withHolidays,
  writeEvents,
} from '@kineta/server';
import { business, businessFacts, firstVisit, look, members, teams } from './business.ts';
import { type PastConversation, pastWeek } from './history.ts';

/** Whether the demo’s workspace is there already. */
async function isLoaded(tables: Tables): Promise<boolean> {
  return (await tables.everywhere(sites).count({ siteKey: business.siteKey })) > 0;
}

/** Lets the demo’s site be carried by pages of this origin only. */
export async function setDomains(tables: Tables, domains: string[]): Promise<void> {
  await tables.everywhere(sites).change({ domains }, { siteKey: business.siteKey });
}

/**
 * Loads the Brackenrow demo into an empty database: the workspace with its people and teams, the first flow and its
 * edition, the site, and a week of conversations. Does nothing when it is there already.
 * @param root the checkout, where the flow’s file is
 * @returns whether anything was loaded
 */
export async function loadDemo(tables: Tables, root: string, now = Date.now()): Promise<boolean> {
  if (await isLoaded(tables)) return false;
  const createdAt = new Date(now - 8 * 86_400_000);
  const flow = firstVisit(root);
  const { name, zone, language, country, currency, mailFrom } = business;
  const workspace = await tables
    .everywhere(account.workspaces)
    .add({ name, zone, language, country, currency, business: businessFacts, mailFrom, createdAt });
  const rows = tables.in(workspace);
  await rows.of(account.tags).addAll(firstTags);
  await shipPhrases(tables, workspace);
  await shipRules(tables, workspace);
  await shipTellings(tables, workspace);
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
  const edition = await rows
    .of(flowTables.editions)
    .add({ flowId, number: 1, content: flow, publishedAt: createdAt, publishedBy: lead });
  await rows.of(flowTables.flows).change({ editionId: edition }, { id: flowId });
  const site = await rows.of(sites).add({
    name: 'brackenrow.example',
    siteKey: business.siteKey,
    domains: [],
    flowId,
    look,
    lookNumber: 1,
  });
  const world: World = {
    now,
    zone: 'Europe/London',
    visitor: '1',
    random: dice(1),
    locale: { language, currency },
    country,
    business: {},
    visit: plainVisit,
    hours: Object.fromEntries(teams.map(team => [team.name, withHolidays(team.hours, now)])),
  };
  const place = { workspace, site, flow: flowId, edition, memberIds, teamIds };
  for (const past of pastWeek(flow, world, now)) await write(tables, place, past);
  return true;
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

interface Place {
  workspace: string;
  site: string;
  flow: string;
  edition: string;
  memberIds: Map<string, string>;
  teamIds: Map<string, string>;
}

const PERSONAL = ['first name', 'email', 'phone'];

async function write(tables: Tables, place: Place, { visitor, row, entries }: PastConversation): Promise<void> {
  const { workspace, site, flow, edition, memberIds, teamIds } = place;
  const rows = tables.in(workspace);
  const { facts } = visitor;
  const seen = { firstSeen: row.started_at, lastSeen: row.last_at };
  let personId: string | null = null;
  if (PERSONAL.some(fact => facts[fact] !== undefined)) {
    const email = typeof facts.email === 'string' ? facts.email : null;
    const same = email === null ? undefined : await rows.of(people).one({ email });
    if (same)
      await rows.of(people).change({ facts: { ...same.facts, ...facts }, lastSeen: row.last_at }, { id: same.id });
    const name = visitor.name.startsWith('Visitor') ? null : visitor.name;
    const phone = typeof facts.phone === 'string' ? facts.phone : null;
    personId = same?.id ?? (await rows.of(people).add({ name, email, phone, facts, ...seen }));
    if (!same) await keepWords(rows.of(peopleWords), personId, undefined, { name, email, phone });
  }
  const visitorId = await rows
    .of(conversing.visitors)
    .add({ siteId: site, secretHash: hashed(secret()), personId, facts, ...seen });
  const visit: Visit = { ...plainVisit, page: row.page };
  const id = await rows.of(conversing.conversations).add({
    siteId: site,
    visitorId,
    visitorName: visitor.name,
    flowId: flow,
    editionId: edition,
    holder: row.holder,
    agentId: row.agent === null ? null : (memberIds.get(row.agent) ?? null),
    teamId: row.team === null ? null : (teamIds.get(row.team) ?? null),
    session: row.session,
    seed: Number(visitorId),
    lastNumber: entries.length,
    preview: row.preview,
    outcome: row.outcome,
    page: row.page,
    visit,
    startedAt: row.started_at,
    lastAt: row.last_at,
    waitingSince: row.waiting_since,
  });
  const named = entries.map(entry =>
    'member' in entry
      ? { ...entry, member: { ...entry.member, id: memberIds.get(entry.member.name) ?? entry.member.id } }
      : entry,
  );
  // What happened then is told when it happened, so that it is counted where it belongs.
  const where = { workspaceId: workspace, conversationId: id, flowId: flow, editionId: edition };
  const happened = named.flatMap(entry => eventsOf([entry], { ...where, at: new Date(entry.at) }));
  await tables.database.transaction(async transaction => {
    await insertEntries({ id, workspace_id: workspace }, named, transaction);
    await writeEvents(happened, transaction);
  });
}
