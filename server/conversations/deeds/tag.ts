import { ProblemError } from '../../http/problem.ts';
import { putTag } from '../tagging.ts';
import type { Doing } from './deed.ts';

export const tag: Doing<'tag'> = {
  deed: 'tag',
  async carryOut({ tag: id }, { house, row, directory, transaction, change }) {
    const name = directory.tags.get(id)?.name;
    if (name === undefined) return { undone: 'found its tag gone' };
    try {
      const changes = await putTag(house, row, { tag: id, on: true }, directory, transaction);
      if (!changes) return { undone: `found it tagged “${name}” already` };
      change(changes);
      return { deed: 'tag', tag: name };
    } catch (error) {
      if (error instanceof ProblemError) return { undone: 'found as many tags on it as there may be' };
      throw error;
    }
  },
};
