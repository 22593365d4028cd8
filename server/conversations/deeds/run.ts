import type { Doing } from './deed.ts';

export const run: Doing<'run'> = {
  deed: 'run',
  async carryOut({ rule }, acting) {
    const ran = await acting.run(rule);
    return 'undone' in ran ? ran : { deed: 'run', rule: ran.name };
  },
};
