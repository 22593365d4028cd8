/** What a robots.txt says of us: the paths that may not be read, and those of them that may all the same. */
export interface Robots {
  rules: ReadonlyArray<{ allows: boolean; path: string }>;
}

/** So much of it is looked at, in characters: RFC 9309 has at least 500 KiB read. */
const LONGEST = 512 * 1_024;
const MOST_RULES = 2_000;
const AGENT = 'kineta';

/** Everything may be read, as where there is no robots.txt; or nothing, as where it cannot be had. */
export const readsAll: Robots = { rules: [] };
export const readsNothing: Robots = { rules: [{ allows: false, path: '/' }] };

/**
 * Whether a path is one of a rule’s, in which `*` is anything and `$` the end. Each part is looked for behind the one before it: whatever
 * a rule holds, it is gone through once.
 */
function isOf(rule: string, path: string): boolean {
  const isEnd = rule.endsWith('$');
  const [first = '', ...parts] = (isEnd ? rule.slice(0, -1) : rule).split('*');
  if (!path.startsWith(first)) return false;
  let at = first.length;
  for (const part of parts) {
    const found = path.indexOf(part, at);
    if (found < 0) return false;
    at = found + part.length;
  }
  const last = parts.at(-1);
  return (
    !isEnd ||
    (last === undefined ? at === path.length : path.length - last.length >= at - last.length && path.endsWith(last))
  );
}

/** Reads a robots.txt (RFC 9309): the groups that name us, or else those for everybody. */
export function readRobots(text: string): Robots {
  const groups: Array<{ agents: string[]; rules: Array<{ allows: boolean; path: string }> }> = [];
  for (const line of text.slice(0, LONGEST).split(/\r\n?|\n/)) {
    const [, field = '', value = ''] = /^\s*([a-z-]+)\s*:\s*([^#]*)/i.exec(line) ?? [];
    const said = value.trim();
    const name = field.toLowerCase();
    const group = groups.at(-1);
    if (name === 'user-agent') {
      if (group && group.rules.length === 0) group.agents.push(said.toLowerCase());
      else groups.push({ agents: [said.toLowerCase()], rules: [] });
    } else if ((name === 'allow' || name === 'disallow') && group && said !== '' && group.rules.length < MOST_RULES)
      group.rules.push({ allows: name === 'allow', path: said });
    // “Disallow:” alone allows everything, and ends the line of agents.
    else if (name === 'disallow' && group) group.rules.push({ allows: true, path: '/' });
  }
  const ours = groups.filter(({ agents }) => agents.some(agent => agent !== '*' && agent.split('/')[0] === AGENT));
  const own = ours.length > 0 ? ours : groups.filter(({ agents }) => agents.includes('*'));
  return { rules: own.flatMap(({ rules }) => rules) };
}

/** Whether a page may be read: the longest rule that fits it says so, and of two as long the one that allows. */
export function mayRead({ rules }: Robots, { pathname, search }: URL): boolean {
  const path = pathname + search;
  let best: { allows: boolean; path: string } | undefined;
  for (const rule of rules)
    if (
      isOf(rule.path, path) &&
      (!best || rule.path.length > best.path.length || (rule.path.length === best.path.length && rule.allows))
    )
      best = rule;
  return best?.allows ?? true;
}
