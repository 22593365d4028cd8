/** Something read as JSON, of which only an upgrade knows more. */
export type Content = Readonly<Record<string, unknown>>;

/** Brings what was written in one version of a format up to the next. It never fails: what is wrong is found afterwards. */
export interface Upgrade {
  from: string;
  to: string;
  bring(content: Content): Content;
}

export const isContent = (value: unknown): value is Content =>
  value !== null && typeof value === 'object' && !Array.isArray(value);

/** What is done with each part of a list, wherever there is one. */
export function each(value: unknown, change: (part: Content) => Content): unknown {
  return Array.isArray(value) ? value.map(part => (isContent(part) ? change(part) : part)) : value;
}

/**
 * Brings content up, version by version, as far as the upgrades lead.
 * @returns the content with its last version; content of a version that no upgrade begins with is handed back as it is
 */
export function broughtUp(content: unknown, upgrades: readonly Upgrade[]): unknown {
  let now = content;
  for (;;) {
    const { format } = isContent(now) ? now : {};
    const upgrade = upgrades.find(({ from }) => from === format);
    if (!upgrade || !isContent(now)) return now;
    now = { ...upgrade.bring(now), format: upgrade.to };
  }
}
