import type { Entry } from '@kineta/contract';
import { entryKindOf, message, visitorSees } from '@kineta/core';
import type { House } from '../house/house.ts';
import type { Visitor } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import { readLog } from './log.ts';
import type { VisitorService } from './visitors.ts';

/** The most pages of a log that one letter holds. */
const MOST_PAGES = 10;
/** The most entries of it that a letter to a member holds. */
const MOST_ENTRIES = 500;

/** Who said something, and what; undefined of what is not said in words. */
function lineOf(entry: Entry, language: string): string | undefined {
  const words = entryKindOf(entry)?.preview?.(entry as never);
  if (!words) return undefined;
  const who =
    'speaker' in entry ? entry.speaker : 'member' in entry ? entry.member.name : message(language, 'transcript you');
  return `${who}: ${words}`;
}

/** What a visitor saw of a conversation, line by line, for a letter to those who look after it. */
export async function transcriptOf(
  { database, ports }: Pick<House, 'database' | 'ports'>,
  workspace: string,
  conversation: string,
): Promise<string[]> {
  const { language } = (await ports.directories.of(workspace)).workspace;
  const entries = await readLog(database, workspace, conversation, 0, MOST_ENTRIES);
  return entries.filter(visitorSees).flatMap(entry => lineOf(entry, language) ?? []);
}

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
      const line = lineOf(entry, workspace.language);
      if (line !== undefined) says.push(line);
    }
    if (!batch.more) break;
    after = batch.to;
  }
  const subject = message(workspace.language, 'transcript of', { business: workspace.name });
  const { sent } = await ports.post.write(visitor.workspace, { to, subject, says });
  if (!sent) throw new ProblemError('unavailable', 'The email could not be sent just now. Please try again later.');
}
