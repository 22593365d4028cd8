import type { Tables } from '../database/rows.ts';
import type { Directory, Ports, WorkspaceSettings } from '../house/ports.ts';
import type { Wire } from '../live/wire.ts';
import { withHolidays } from './holidays.ts';
import { members, teamMembers, teams, workspaces } from './model.ts';

const FRESH_FOR = 2_000;

/** What a process tells the others when it changed something in a directory. */
const CHANGED = 'directory changed';

/**
 * Directories by workspace, read anew when another process says that it changed them, and when they are older than two
 * seconds: nobody may be there to say so, and two seconds of an old team name harm nobody, while reading six tables with
 * every reply would.
 */
export class Directories {
  private readonly kept = new Map<string, { at: number; directory: Promise<Directory> }>();
  private readonly tables: Tables;
  private readonly ports: Pick<Ports, 'flows' | 'sites'>;
  private readonly wire: Wire;

  constructor(tables: Tables, ports: Pick<Ports, 'flows' | 'sites'>, wire: Wire) {
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
    const [workspace, people, groups, memberships, flows, manners] = await Promise.all([
      this.tables.everywhere(workspaces).one({ id }),
      rows.of(members).all({}, { by: 'name', only: ['id', 'name', 'email', 'role', 'restingSince', 'picture'] }),
      rows.of(teams).all({}, { by: 'id' }),
      rows.of(teamMembers).all({}),
      this.ports.flows.names(id),
      this.ports.sites.manners(id),
    ]);
    if (!workspace) throw new Error(`There is no workspace ${id}.`);
    return {
      workspace,
      business: Object.fromEntries(workspace.business.map(fact => [fact.name, fact.value])),
      members: new Map(
        people.map(({ id: member, name, email, role, restingSince, picture }) => [
          member,
          { id: member, name, email, role, resting: restingSince !== null, picture },
        ]),
      ),
      teams: new Map(
        groups.map(({ id: team, name, hours }) => [
          team,
          {
            id: team,
            name,
            hours: hours && withHolidays(hours, Date.now()),
            members: memberships.filter(({ teamId }) => teamId === team).map(({ memberId }) => memberId),
          },
        ]),
      ),
      flowNames: new Map(flows.map(flow => [flow.id, flow.name])),
      published: flows.filter(flow => flow.published).map(flow => flow.name),
      manners,
    };
  }
}
