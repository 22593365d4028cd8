import { deedKindOf } from './deeds/registry.ts';
import type { Names } from './names.ts';
import { deedsOf, type Numbered, refersTo } from './rule.ts';
import { whenKindOf } from './whens/registry.ts';

/** Whether what one rule does may begin another, or the same once more. */
function begins(rule: Numbered, next: Numbered, names: Names): boolean {
  if (
    deedsOf(rule).some(deed =>
      deedKindOf(deed)
        ?.refers?.(deed)
        .some(({ what, id }) => what === 'rule' && id === next.id),
    )
  )
    return true;
  const kind = whenKindOf(next.when);
  return deedsOf(rule).some(deed =>
    deedKindOf(deed)
      ?.moves?.(deed, names)
      .some(move => kind.hears(next.when, move, names)),
  );
}

/**
 * Rules that would run each other for ever: each begins the next and the last the first, and none of them acts only once in a
 * conversation.
 * @returns the circle, from one of them on, which does not stand at its end again; undefined where there is none
 */
export function circleIn(rules: readonly Numbered[], names: Names): Numbered[] | undefined {
  const again = rules.filter(({ atMost }) => atMost === 'each');
  const next = new Map(again.map(rule => [rule.id, again.filter(other => begins(rule, other, names))]));
  const done = new Set<string>();
  function search(rule: Numbered, path: readonly Numbered[]): Numbered[] | undefined {
    const met = path.findIndex(({ id }) => id === rule.id);
    if (met >= 0) return path.slice(met);
    if (done.has(rule.id)) return undefined;
    for (const other of next.get(rule.id) ?? []) {
      const circle = search(other, [...path, rule]);
      if (circle) return circle;
    }
    done.add(rule.id);
    return undefined;
  }
  for (const rule of again) {
    const circle = search(rule, []);
    if (circle) return circle;
  }
  // What is done at once, in one go, comes to no end either when each acts only once: it would begin before it is done.
  const named = new Map(
    rules.map(rule => [rule.id, refersTo(rule).flatMap(({ what, id }) => (what === 'rule' ? [id] : []))]),
  );
  for (const { id } of rules) {
    const path = [id];
    const reached = goesBack(id, id, named, path, new Set());
    if (reached) return path.flatMap(one => rules.find(rule => rule.id === one) ?? []);
  }
  return undefined;
}

function goesBack(
  from: string,
  to: string,
  named: ReadonlyMap<string, readonly string[]>,
  path: string[],
  seen: Set<string>,
): boolean {
  for (const next of named.get(from) ?? []) {
    if (next === to) return true;
    if (seen.has(next)) continue;
    seen.add(next);
    path.push(next);
    if (goesBack(next, to, named, path, seen)) return true;
    path.pop();
  }
  return false;
}
