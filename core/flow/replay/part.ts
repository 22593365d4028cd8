import type { RecordedLine } from './recorded.ts';

/** The part of a conversation that its flow led, and when that began; undefined when it never came to it. */
export interface FlowsPart {
  lines: RecordedLine[];
  /** When the flow was told that the chat was opened, in epoch milliseconds, if that was not at the beginning. */
  openedAt?: number;
}

/**
 * Takes out what was asked before the chat. The message that was kept meanwhile was given to the flow when that was over,
 * with the dice of that moment.
 */
export function flowsPart(lines: readonly RecordedLine[]): FlowsPart | undefined {
  const began = lines.findIndex(({ did }) => did === 'began before');
  if (began < 0) return { lines: [...lines] };
  const ended = lines.findIndex(({ did }) => did === 'ended before');
  if (ended < 0) return undefined;
  const over = lines[ended]!;
  // The reply that ended it stands right in front of what came of it.
  const last = lines.slice(began, ended).findLast(({ did }) => did === 'replied');
  const front = lines.slice(0, began);
  const kept = front.at(-1);
  const at = over.did === 'ended before' ? over.at : 0;
  const rest = lines.slice(ended + 1);
  if (kept?.did !== 'replied') return { lines: [...front, ...rest], openedAt: at };
  const number = last?.did === 'replied' ? last.number : kept.number;
  return { lines: [...front.slice(0, -1), { ...kept, number, at }, ...rest] };
}
