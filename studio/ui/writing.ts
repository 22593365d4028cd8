/**
 * How the workspace writes: its language says how times, days and numbers look to all of its members, whatever the
 * browser of each is set to. Before somebody has signed in, it is the browser’s.
 */
let language: string | undefined;
const formats = new Map<string, Intl.DateTimeFormat>();
let numbers = new Intl.NumberFormat();

/** From now on the studio writes as this language does, such as `en-GB`. */
export function writeAs(workspaceLanguage: string): void {
  if (workspaceLanguage === language) return;
  language = workspaceLanguage;
  formats.clear();
  numbers = new Intl.NumberFormat(language);
}

/** A format of instants, made once: making one takes longer than a page of times. */
export function dateFormat(options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = JSON.stringify(options);
  const known = formats.get(key);
  if (known) return known;
  const format = new Intl.DateTimeFormat(language, options);
  formats.set(key, format);
  return format;
}

/** A whole number, as `12,400`. */
export const countWords = (count: number): string => numbers.format(count);
