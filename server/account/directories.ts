import { type Attendance, availabilityOf, HERE_WITHIN } from '@kineta/core';
import type { Tables } from '../database/rows.ts';
import type { Directory, Ports, WorkspaceSettings } from '../house/ports.ts';
import type { Wire } from '../live/wire.ts';
import { withHolidays } from './holidays.ts';
import { members, tags, teamMembers, teams, workspaces } from './model.ts';

const FRESH_FOR = 2_000;

/** What is known of a member with every event. */
const KNOWN = [
  'id',
  'name',
  'email',
  'role',
  'restingSince',
  'picture',
  'away',
  'hereAt',
  'activeAt',
  'mostChats',
  'languages',
  'skills',
] as const;

/** What a process tells the others when it changed something in a directory. */
const CHANGED = 'directory changed';

/**
 * Directories by workspace, read anew when another process says that it changed them, and when they are older than two
 * seconds: nobody may be there to say so, and two seconds of an old team name harm nobody, while reading seven tables with
 * every reply would.
 */
export class Directories {
  private readonly kept = new Map<string, { at: number; directory: Promise<Directory> }>();
  private readonly tables: Tables;
  private readonly ports: Pick<Ports, 'flows' | 'sites' | 'conversations' | 'products'>;
  private readonly wire: Wire;

  constructor(tables: Tables, ports: Pick<Ports, 'flows' | 'sites' | 'conversations' | 'products'>, wire: Wire) {
    this.tables = tables;
    this.ports = ports;
    this.wire = wire;
    wire.hear(CHANGED, workspace => this.kept.delete(workspace));
  }

  of(workspace: string): Promise<Directory> {
    const kept = this.kept.get(workspace);
    if (kept && Date.now() - kept.at < FRESH_FOR) return kept.directory;
    const directory = this.read(workspace);
    this.kept.set(workspace, { at: Date.now(), directory });
    directory.catch(() => this.kept.delete(workspace));
    return directory;
  }

  forget(workspace: string): void {
    this.kept.delete(workspace);
    this.wire.tell(CHANGED, workspace);
  }

  async change(id: string, to: Partial<Omit<WorkspaceSettings, 'id'>>): Promise<void> {
    await this.tables.everywhere(workspaces).change(to, { id });
    this.forget(id);
  }

  private async read(id: string): Promise<Directory> {
    const rows = this.tables.in(id);
    const [workspace, people, groups, memberships, labels, flows, manners] = await Promise.all([
      this.tables.everywhere(workspaces).one({ id }),
      rows.of(members).all({}, { by: 'name', only: [...KNOWN] }),
      rows.of(teams).all({}, { by: 'id' }),
      rows.of(teamMembers).all({}),
      rows.of(tags).all({}),
      this.ports.flows.names(id),
      this.ports.sites.manners(id),
    ]);
    const now = Date.now();
    const here = people.filter(({ hereAt }) => hereAt !== null && now - hereAt.getTime() <= HERE_WITHIN);
    const held = await this.ports.conversations.held(
      id,
      here.map(member => member.id),
    );
    const teamHours = groups.map(({ id: team, hours }) => ({ team, hours: hours && withHolidays(hours, now) }));
    const hoursOf = (member: string): Attendance['hours'] =>
      teamHours
        .filter(({ team }) => memberships.some(({ teamId, memberId }) => teamId === team && memberId === member))
        .map(({ hours }) => hours);
    if (!workspace) throw new Error(`There is no workspace ${id}.`);
    const products = await this.ports.products.of(id, workspace.productsNumber);
    return {
      workspace,
      business: Object.fromEntries(workspace.business.map(fact => [fact.name, fact.value])),
      members: new Map(
        people.map(person => {
          const { id: member, name, email, role, restingSince, picture, languages, skills } = person;
          const { away, hereAt, activeAt, mostChats } = person;
          const attendance: Attendance = {
            away,
            hereAt: hereAt?.getTime() ?? null,
            activeAt: activeAt?.getTime() ?? null,
            hours: hoursOf(member),
            holds: held.get(member) ?? 0,
            most: mostChats,
          };
          const resting = restingSince !== null;
          const availability = resting ? 'not here' : availabilityOf(attendance, now);
          return [
            member,
            { id: member, name, email, role, resting, picture, languages, skills, attendance, availability },
          ];
        }),
      ),
      hours: Object.fromEntries(
        groups.flatMap(({ id: team, name }) => {
          const hours = teamHours.find(known => known.team === team)?.hours;
          return hours ? [[name, hours]] : [];
        }),
      ),
      teams: new Map(
        groups.map(({ id: team, name, acceptsWithin }) => [
          team,
          {
            id: team,
            name,
            acceptsWithin,
            hours: teamHours.find(known => known.team === team)?.hours ?? null,
            members: memberships.filter(({ teamId }) => teamId === team).map(({ memberId }) => memberId),
          },
        ]),
      ),
      tags: new Map(labels.map(({ id: tag, name, means }) => [tag, { id: tag, name, means }])),
      flowNames: new Map(flows.map(flow => [flow.id, flow.name])),
      published: flows.filter(flow => flow.published).map(flow => flow.name),
      live: new Set(flows.filter(flow => flow.published).map(flow => flow.id)),
      manners,
      products,
    };
  }
}
