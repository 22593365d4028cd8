import { entryKindOf, message } from '@kineta/core';
import type { House } from '../house/house.ts';
import type { Visitor } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import type { VisitorService } from './visitors.ts';

/** The most pages of a log that one letter holds. */
const MOST_PAGES = 10;

/**
 * Sends what was said in a conversation to an address that its visitor gives: what they saw of it, and nothing else.
 * @throws {ProblemError} `unavailable` when the mail server did not take it
 */
export async function sendTranscript(
  { ports }: House,
  visitors: VisitorService,
  visitor: Visitor,
  { conversation, to }: { conversation: string; to: string },
): Promise<void> {
  const { workspace } = await ports.directories.of(visitor.workspace);
  const says: string[] = [];
  let after = 0;
  for (let page = 0; page < MOST_PAGES; page++) {
    const batch = await visitors.missed(visitor, conversation, after);
    for (const entry of batch.entries) {
      const words = entryKindOf(entry)?.preview?.(entry as never);
      if (!words) continue;
      const who =
        'speaker' in entry
          ? entry.speaker
          : 'member' in entry
            ? entry.member.name
            : message(workspace.language, 'transcript you');
      says.push(`${who}: ${words}`);
    }
    if (!batch.more) break;
    after = batch.to;
  }
  const subject = message(workspace.language, 'transcript of', { business: workspace.name });
  const { sent } = await ports.post.write(visitor.workspace, { to, subject, says });
  if (!sent) throw new ProblemError('unavailable', 'The email could not be sent just now. Please try again later.');
}
