import type { House } from '../house/house.ts';
import { readLog } from './log.ts';

/** Nobody answers this many entries after what they answer. */
const LOOKED_ON = 60;

/** What people of the team answered after an entry, until the visitor wrote again; nothing where nobody did. */
export async function answeredAfter(
  { database }: Pick<House, 'database'>,
  workspace: string,
  id: string,
  number: number,
): Promise<string[]> {
  const texts: string[] = [];
  for (const entry of await readLog(database, workspace, id, number, LOOKED_ON)) {
    // What anybody wrote has its sender’s identity; what the team wrote names who of it.
    if (!('clientId' in entry) || !('text' in entry)) continue;
    if ('member' in entry) texts.push(entry.text);
    else if (texts.length > 0) break;
  }
  return texts.filter(text => text.trim() !== '');
}
