/**
 * What a visitor’s browser keeps for the chat, as JSON. Where the page waits for its visitor to agree to that, and where a
 * browser keeps nothing, it lasts as long as the page; what was there before is neither read nor changed meanwhile.
 */
const here = new Map<string, string>();
let waits = false;
/** A chat that is only tried is kept for its tab alone, beside the browser’s own. */
let store = (): Storage => localStorage;

function textOf(name: string): string | null | undefined {
  try {
    if (!waits) return store().getItem(name);
  } catch {
    // A browser that keeps nothing.
  }
  return here.get(name);
}

export function kept<T>(name: string): T | undefined {
  try {
    return JSON.parse(textOf(name) ?? 'null') ?? undefined;
  } catch {
    return undefined;
  }
}

export function keep(name: string, value: unknown): void {
  const text = JSON.stringify(value);
  here.set(name, text);
  try {
    if (!waits) store().setItem(name, text);
  } catch {
    // It lasts as long as the page.
  }
}

export function forget(name: string): void {
  here.delete(name);
  try {
    store().removeItem(name);
  } catch {
    // As above: it was never kept.
  }
}

/**
 * Whether the visitor has agreed to anything being kept: what came up meanwhile is kept then. Who takes that back has it
 * taken away.
 */
export function mayKeep(may: boolean): void {
  if (waits !== may) return;
  waits = !may;
  for (const [name, text] of [...here]) {
    if (may) keep(name, JSON.parse(text));
    else {
      forget(name);
      here.set(name, text);
    }
  }
}

/** What the browser is known by. */
export const VISITOR = 'kineta.visitor';

/**
 * Their site says who the visitor is: what they said before that is taken along, and nothing is kept here any more, as whoever
 * comes to this browser next may be somebody else.
 */
export function takeAlong(): void {
  if (waits) return;
  const before = kept(VISITOR);
  forget(VISITOR);
  waits = true;
  if (before) keep(VISITOR, before);
}

/** A letter was read here: the browser is known as whom it was for, unless it is already. */
export function comesBack(secret: string): void {
  const id = secret.split('~')[0];
  if (kept<{ id: string }>(VISITOR)?.id !== id) keep(VISITOR, { id, secret });
}

const TRIAL = 'kineta.trial';

/**
 * The pass with which a lead tries the chat in this tab, if they do: the one that the page brings, which begins anew, or the
 * one with which they came to the page before.
 */
export function trialHere(brought: string | null): string | undefined {
  try {
    const before = sessionStorage.getItem(TRIAL);
    if (!brought && !before) return undefined;
    store = () => sessionStorage;
    if (brought && brought !== before) {
      sessionStorage.clear();
      sessionStorage.setItem(TRIAL, brought);
    }
    return brought ?? before ?? undefined;
  } catch {
    return brought ?? undefined;
  }
}
