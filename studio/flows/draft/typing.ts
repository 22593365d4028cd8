/** What was typed in the lines that are open, and has not gone into the draft yet. */
const waiting = new Map<object, () => void>();

/**
 * Puts what was typed into the draft once it has been painted: the key is seen at once, and all that hangs on the draft
 * follows. Typed again before that, it goes in once.
 * @param line the editor that it was typed in
 */
export function afterPaint(line: object, put: () => void): void {
  const isFirst = !waiting.has(line);
  waiting.set(line, put);
  if (isFirst) requestAnimationFrame(() => setTimeout(() => settleTyping(line)));
}

/** Puts what was typed into the draft now: before anything else is done to it, and before it is left. */
export function settleTyping(line?: object): void {
  for (const [of, put] of [...waiting]) {
    if (line !== undefined && of !== line) continue;
    waiting.delete(of);
    put();
  }
}
