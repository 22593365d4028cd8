import type { RuleNames, RuleRow } from '@kineta/contract';
import type { Names } from '@kineta/core';

/** What rules name, by the identities in them. */
export function namesOf({ teams, members, tags, flows }: RuleNames, rules: readonly RuleRow[]): Names {
  const nameIn = (all: ReadonlyArray<{ id: string; name: string }>) => (id: string) =>
    all.find(one => one.id === id)?.name;
  return {
    team: nameIn(teams),
    member: nameIn(members),
    tag: nameIn(tags),
    flow: nameIn(flows),
    scene: (flow, id) => flows.find(one => one.id === flow)?.scenes.find(scene => scene.id === id)?.title,
    rule: id => rules.find(one => one.id === id)?.rule.name,
  };
}
