import type { Doing } from './deed.ts';

/** A call of a rule has no step that waits for it: no order has this ticket. */
const NOBODYS = 0;
const LIMIT = 20;
const TRIES = 3;

export const service: Doing<'service'> = {
  deed: 'service',
  async carryOut({ url }, { row, rule, known, host, directory, now, transaction, due }) {
    const about = { rule: rule.name, conversation: row.id, visitor: row.visitor_name, page: row.page };
    const request = { method: 'POST' as const, url, body: { ...known, ...about }, limit: LIMIT, tries: TRIES };
    // What a flow’s call leaves in the log is a step of the flow: of this one the rule’s own line tells.
    const { due: after } = await host.order(row, [{ act: 'call service', step: '', ticket: NOBODYS, request }], {
      directory,
      now,
      transaction,
    });
    if (after !== undefined) due(after);
    return { deed: 'service', url: url.split(/[?#]/)[0]! };
  },
};
