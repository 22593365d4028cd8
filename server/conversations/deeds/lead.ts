import type { Doing } from './deed.ts';

export const lead: Doing<'lead'> = {
  deed: 'lead',
  async carryOut({ flow, scene }, { host, row, directory, now, transaction, write, change, due }) {
    const led = await host.lead(row, { flow, scene }, { directory, now, transaction });
    if (!led) return { undone: 'found its flow, or the scene, not there any more' };
    const { outcome, ...to } = led;
    write(...outcome.entries);
    change(outcome.changes ?? {});
    if (outcome.due !== undefined) due(outcome.due);
    return { deed: 'lead', ...to };
  },
};
