import type { EntryBody } from '@kineta/contract';
import { dice, plainVisit, type World } from '@kineta/core';
import { type Database, hashed, insertEntries, passwordHash, secret } from '@kineta/server';
import { QueryTypes } from 'sequelize';
import { business, businessFacts, firstVisit, members, teams } from './business.ts';
import { type PastConversation, pastWeek } from './history.ts';

/** Whether the demo’s workspace is there already. */
async function isLoaded(database: Database): Promise<boolean> {
  const rows = await database.query('SELECT id FROM sites WHERE site_key = :key', {
    replacements: { key: business.siteKey },
    type: QueryTypes.SELECT,
  });
  return rows.length > 0;
}

async function insert(database: Database, table: string, row: Record<string, unknown>): Promise<string> {
  const columns = Object.keys(row);
  const [id] = await database.query(
    `INSERT INTO ${table} (${columns.join(', ')}) VALUES (${columns.map(column => `:${column}`).join(', ')})`,
    { replacements: row, type: QueryTypes.INSERT },
  );
  return String(id);
}

/** Lets the demo’s site be carried by pages of this origin only. */
export async function setDomains(database: Database, domains: string[]): Promise<void> {
  await database.query('UPDATE sites SET domains = :domains WHERE site_key = :key', {
    replacements: { domains: JSON.stringify(domains), key: business.siteKey },
  });
}

/**
 * Loads the Brackenrow demo into an empty database: the workspace with its people and teams, the first flow and its
 * edition, the site, and a week of conversations. Does nothing when it is there already.
 * @param root the checkout, where the flow’s file is
 * @returns whether anything was loaded
 */
export async function loadDemo(database: Database, root: string, now = Date.now()): Promise<boolean> {
  if (await isLoaded(database)) return false;
  const created = new Date(now - 8 * 86_400_000);
  const flow = firstVisit(root);
  const { name, zone, language, country, currency } = business;
  const workspace = await insert(database, 'workspaces', {
    name,
    zone,
    language,
    country,
    currency,
    business: JSON.stringify(businessFacts),
    mail_from: business.mailFrom,
    created_at: created,
  });
  const password_hash = await passwordHash(business.password);
  const memberIds = new Map<string, string>();
  const teamIds = new Map<string, string>();
  for (const team of teams)
    teamIds.set(
      team.name,
      await insert(database, 'teams', { workspace_id: workspace, name: team.name, hours: JSON.stringify(team.hours) }),
    );
  for (const member of members) {
    const id = await insert(database, 'members', {
      workspace_id: workspace,
      email: member.email,
      name: member.name,
      role: member.role,
      password_hash,
      created_at: created,
    });
    memberIds.set(member.name, id);
    for (const team of member.teams)
      await database.query(
        'INSERT INTO team_members (team_id, member_id, workspace_id) VALUES (:team, :id, :workspace)',
        {
          replacements: { team: teamIds.get(team), id, workspace },
        },
      );
  }
  const lead = memberIds.get(members[0].name);
  const flowId = await insert(database, 'flows', {
    workspace_id: workspace,
    name: flow.name,
    draft: JSON.stringify(flow),
    revision: 1,
    changes: 0,
    created_at: created,
    updated_at: created,
    updated_by: lead,
  });
  const edition = await insert(database, 'editions', {
    workspace_id: workspace,
    flow_id: flowId,
    number: 1,
    content: JSON.stringify(flow),
    published_at: created,
    published_by: lead,
  });
  await database.query('UPDATE flows SET edition_id = :edition WHERE id = :flowId', {
    replacements: { edition, flowId },
  });
  const site = await insert(database, 'sites', {
    workspace_id: workspace,
    name: 'brackenrow.example',
    site_key: business.siteKey,
    domains: '[]',
    flow_id: flowId,
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
    hours: Object.fromEntries(teams.map(team => [team.name, team.hours])),
  };
  const place = { workspace, site, flow: flowId, edition, memberIds, teamIds };
  for (const past of pastWeek(flow, world, now)) await write(database, place, past);
  return true;
}

interface Place {
  workspace: string;
  site: string;
  flow: string;
  edition: string;
  memberIds: Map<string, string>;
  teamIds: Map<string, string>;
}

async function write(database: Database, place: Place, { visitor, row, entries }: PastConversation): Promise<void> {
  const { workspace, site, flow, edition, memberIds, teamIds } = place;
  const facts = JSON.stringify(visitor.facts);
  const seen = { first_seen: row.started_at, last_seen: row.last_at };
  let person: string | null = null;
  if (['first name', 'email', 'phone'].some(fact => visitor.facts[fact] !== undefined)) {
    const email = typeof visitor.facts.email === 'string' ? visitor.facts.email : null;
    const [same] = await database.query<{ id: string }>(
      'SELECT id FROM people WHERE workspace_id = :workspace AND email = :email',
      {
        replacements: { workspace, email },
        type: QueryTypes.SELECT,
      },
    );
    if (same)
      await database.query(
        'UPDATE people SET facts = JSON_MERGE_PATCH(facts, :facts), last_seen = :last_seen WHERE id = :id',
        {
          replacements: { id: same.id, facts, last_seen: row.last_at },
        },
      );
    const name = visitor.name.startsWith('Visitor') ? null : visitor.name;
    person =
      same?.id ??
      (await insert(database, 'people', {
        workspace_id: workspace,
        name,
        email,
        phone: visitor.facts.phone ?? null,
        facts,
        ...seen,
      }));
  }
  const visitorId = await insert(database, 'visitors', {
    workspace_id: workspace,
    site_id: site,
    secret_hash: hashed(secret()),
    person_id: person,
    facts,
    ...seen,
  });
  const { agent, team, session, ...columns } = row;
  const id = await insert(database, 'conversations', {
    workspace_id: workspace,
    site_id: site,
    visitor_id: visitorId,
    visitor_name: visitor.name,
    flow_id: flow,
    edition_id: edition,
    ...columns,
    session: JSON.stringify(session),
    agent_id: agent === null ? null : (memberIds.get(agent) ?? null),
    team_id: team === null ? null : (teamIds.get(team) ?? null),
    seed: Number(visitorId),
    last_number: entries.length,
  });
  const named = entries.map(entry =>
    'member' in entry
      ? { ...entry, member: { ...entry.member, id: memberIds.get(entry.member.name) ?? entry.member.id } }
      : entry,
  );
  await insertEntries(
    database,
    { id, workspace_id: workspace },
    named as Array<EntryBody & { number: number; at: string }>,
  );
}
