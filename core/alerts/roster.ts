/** Who there is to be told, as far as that decides who is. Teams and members by their identities. */
export interface Roster {
  members: ReadonlyArray<{ id: string; role: 'lead' | 'agent'; resting: boolean }>;
  teams: ReadonlyArray<{ id: string; name: string; members: readonly string[] }>;
}

/** Whom something concerns: some members, or a team by its name (all of them, where that is null), or only who leads it. */
export type Concerned = { members: readonly string[] } | { team: string | null; leads?: boolean | undefined };

/** The members whom something concerns. A team that nobody is in is all; a team that no lead is in is led by all of them. */
export function concernedIn({ members, teams }: Roster, concerned: Concerned): string[] {
  const there = members.filter(({ resting }) => !resting);
  if ('members' in concerned) return there.filter(({ id }) => concerned.members.includes(id)).map(({ id }) => id);
  const meant = concerned.leads ? there.filter(({ role }) => role === 'lead') : there;
  const team = teams.find(({ name }) => name === concerned.team);
  const own = team ? meant.filter(({ id }) => team.members.includes(id)) : meant;
  return (own.length > 0 ? own : meant).map(({ id }) => id);
}
