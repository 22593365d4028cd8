/** The innermost braces of a phrase, which hold the ways to say a part of it. */
const WAYS = /\{([^{}]*)\}/;

/**
 * All that a phrase with ways in it says: “{undo|change} {that|it}” is four phrases, and a way may be nothing at all
 * (“{please|}”). So that a vocabulary tells how something is said, and no form of it is forgotten.
 * @returns each phrase once, with single spaces between its words
 */
export function phrases(...patterns: readonly string[]): string[] {
  return [...new Set(patterns.flatMap(pattern => waysIn(pattern).map(singleSpaced)))];
}

const singleSpaced = (phrase: string): string => phrase.trim().replace(/ {2,}/g, ' ');

/** Where the words of a pattern end. */
const MARK = /[{|}]/g;

/** Every way in which a pattern is said, each once: read from the front, so that no way is put together twice. */
function waysIn(pattern: string): string[] {
  let at = 0;
  const read = (isInside: boolean): string[] => {
    const all = new Set<string>();
    let soFar = [''];
    for (;;) {
      MARK.lastIndex = at;
      const end = MARK.exec(pattern)?.index ?? pattern.length;
      const words = pattern.slice(at, end);
      if (words !== '') soFar = soFar.map(before => before + words);
      at = end + 1;
      const mark = pattern[end];
      if (mark === '{') {
        const ways = read(true);
        soFar = soFar.flatMap(before => ways.map(way => before + way));
      } else {
        for (const way of soFar) all.add(way);
        if (mark !== '|' || !isInside) return [...all];
        soFar = [''];
      }
    }
  };
  return read(false);
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
