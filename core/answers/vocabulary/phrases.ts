/** The innermost braces of a phrase, which hold the ways to say a part of it. */
const WAYS = /\{([^{}]*)\}/;

/**
 * All that a phrase with ways in it says: “{undo|change} {that|it}” is four phrases, and a way may be nothing at all
 * (“{please|}”). So that a vocabulary tells how something is said, and no form of it is forgotten.
 * @returns each phrase once, with single spaces between its words
 */
export function phrases(...patterns: readonly string[]): string[] {
  const said = new Set<string>();
  const open = [...patterns];
  for (let pattern = open.pop(); pattern !== undefined; pattern = open.pop()) {
    const ways = WAYS.exec(pattern);
    if (!ways) {
      said.add(pattern.replace(/\s+/g, ' ').trim());
      continue;
    }
    const before = pattern.slice(0, ways.index);
    const after = pattern.slice(ways.index + ways[0].length);
    for (const way of ways[1]!.split('|')) open.push(`${before}${way}${after}`);
  }
  return [...said];
}

/** The ways of a part that many phrases have, as they stand on the lines of a text: “{undo|change|take back}”. */
export function ways(text: string): string {
  const lines = text.trim().split('\n');
  return `{${lines.map(line => line.trim().replaceAll(' | ', '|')).join('|')}}`;
}

/**
 * One of all that a phrase says, as the dice fall: where it says more than could be gone through.
 * @param dice throws a number in [0, 1)
 */
export function drawn(phrase: string, dice: () => number): string {
  let said = phrase;
  for (let open = WAYS.exec(said); open; open = WAYS.exec(said)) {
    const all = open[1]!.split('|');
    said = `${said.slice(0, open.index)}${all[Math.floor(dice() * all.length)]}${said.slice(open.index + open[0].length)}`;
  }
  return said.replace(/\s+/g, ' ').trim();
}
