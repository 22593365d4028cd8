import type { Names } from '@kineta/core';
import type { Directory } from '../house/ports.ts';

/** What rules name, as it is called now. */
export function namesIn(
  directory: Directory,
  flows: ReadonlyArray<{ id: string; name: string; scenes: ReadonlyArray<{ id: string; title: string }> }>,
  rules: ReadonlyArray<{ id: string; name: string }>,
): Names {
  return {
    team: id => directory.teams.get(id)?.name,
    member: id => {
      const member = directory.members.get(id);
      return member?.resting === false ? member.name : undefined;
    },
    tag: id => directory.tags.get(id)?.name,
    flow: id => flows.find(flow => flow.id === id)?.name,
    scene: (flow, id) => flows.find(one => one.id === flow)?.scenes.find(scene => scene.id === id)?.title,
    rule: id => rules.find(rule => rule.id === id)?.name,
  };
}
