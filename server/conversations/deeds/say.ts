import { saidLine } from '@kineta/core';
import type { Doing } from './deed.ts';

export const say: Doing<'say'> = {
  deed: 'say',
  async carryOut({ text }, { speaker, shown, rule, write }) {
    const line = saidLine(text, shown);
    if (line.length === 0) return { undone: 'had nothing to say, as what it tells of was not known' };
    write({ kind: 'said', speaker, line, rule: { id: rule.id, name: rule.name } });
    return { deed: 'say' };
  },
};
