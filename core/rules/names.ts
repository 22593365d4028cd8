/** What rules name by identities, as people call it; undefined of what is gone. */
export interface Names {
  team(id: string): string | undefined;
  member(id: string): string | undefined;
  tag(id: string): string | undefined;
  flow(id: string): string | undefined;
  scene(flow: string, id: string): string | undefined;
  rule(id: string): string | undefined;
}

/** Something that a rule names. */
export type Reference = { [K in Exclude<keyof Names, 'scene'>]: { what: K; id: string } }[Exclude<
  keyof Names,
  'scene'
>];

/** What a rule names that is gone. */
export const isGone = (names: Names, { what, id }: Reference): boolean => names[what](id) === undefined;
