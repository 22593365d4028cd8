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
