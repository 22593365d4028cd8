import type { BusinessFact, Role } from '@kineta/contract';
import { type Facts, OpeningHours } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect.ts';

export interface WorkspaceRow {
  id: string;
  name: string;
  zone: string;
  language: string;
  country: string;
  currency: string;
  business: BusinessFact[];
  /** The sender of emails; the server’s own when null. */
  mail_from: string | null;
  /** Hosts inside private networks that flows may call. */
  allowed_hosts: string[];
}

export interface MemberRow {
  id: string;
  name: string;
  email: string;
  role: Role;
}

export interface TeamRow {
  id: string;
  name: string;
  hours: OpeningHours | null;
  members: string[];
}

/** What changes rarely and is needed with every event: the workspace with its members, teams and flows’ names. */
export interface Directory {
  workspace: WorkspaceRow;
  /** The business facts by name. */
  business: Facts;
  members: ReadonlyMap<string, MemberRow>;
  teams: ReadonlyMap<string, TeamRow>;
  flowNames: ReadonlyMap<string, string>;
  /** The names of the flows that have an edition. */
  published: readonly string[];
}

const FRESH_FOR = 2_000;

/**
 * Directories by workspace, read anew when they are older than two seconds: other processes may change them, and two
 * seconds of an old team name harm nobody, while reading four tables with every reply would.
 */
export class Directories {
  private readonly kept = new Map<string, { at: number; directory: Promise<Directory> }>();
  private readonly database: Database;

  constructor(database: Database) {
    this.database = database;
  }

  of(workspace: string): Promise<Directory> {
    const kept = this.kept.get(workspace);
    if (kept && Date.now() - kept.at < FRESH_FOR) return kept.directory;
    const directory = this.read(workspace);
    this.kept.set(workspace, { at: Date.now(), directory });
    directory.catch(() => this.kept.delete(workspace));
    return directory;
  }

  /** To be called after a change, so that this process sees it at once. */
  forget(workspace: string): void {
    this.kept.delete(workspace);
  }

  private async read(id: string): Promise<Directory> {
    const select = <T extends object>(sql: string): Promise<T[]> =>
      this.database.query<T>(sql, { replacements: { id }, type: QueryTypes.SELECT });
    const [workspaces, members, teams, memberships, flows] = await Promise.all([
      select<WorkspaceRow>('SELECT * FROM workspaces WHERE id = :id'),
      select<MemberRow>('SELECT id, name, email, role FROM members WHERE workspace_id = :id ORDER BY name'),
      select<Omit<TeamRow, 'members'>>('SELECT id, name, hours FROM teams WHERE workspace_id = :id ORDER BY id'),
      select<{ team: string; member: string }>(
        'SELECT team_id AS team, member_id AS member FROM team_members WHERE workspace_id = :id',
      ),
      select<{ id: string; name: string; published: number }>(
        'SELECT id, name, edition_id IS NOT NULL AND removed_at IS NULL AS published FROM flows WHERE workspace_id = :id',
      ),
    ]);
    const [workspace] = workspaces;
    if (!workspace) throw new Error(`There is no workspace ${id}.`);
    return {
      workspace,
      business: Object.fromEntries(workspace.business.map(fact => [fact.name, fact.value])),
      members: new Map(members.map(member => [member.id, member])),
      teams: new Map(
        teams.map(team => [
          team.id,
          {
            ...team,
            hours: team.hours ? OpeningHours.parse(team.hours) : null,
            members: memberships.filter(row => row.team === team.id).map(row => row.member),
          },
        ]),
      ),
      flowNames: new Map(flows.map(flow => [flow.id, flow.name])),
      published: flows.filter(flow => flow.published).map(flow => flow.name),
    };
  }
}
