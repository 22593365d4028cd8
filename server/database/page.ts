/** Lists are paged by the last row shown, its instant and identity, so that new rows move nothing. */
export function cursor(at: Date, id: string): string {
  return `${at.toISOString()}~${id}`;
}

/** Reads a cursor; one that is none begins at the beginning. */
export function after(text: string | undefined): { at: Date; id: string } | undefined {
  const [at, id] = text?.split('~') ?? [];
  if (!at || !id || Number.isNaN(Date.parse(at)) || !/^\d{1,19}$/.test(id)) return undefined;
  return { at: new Date(at), id };
}
