import { Rule } from '@kineta/core';
import { day, identity, integer, json, partOfKey, reference, table, usually, yesNo } from '../database/table.ts';

/** What happens by itself in a workspace, in its order. */
export const rules = table('rules', {
  id: identity,
  workspaceId: reference(),
  place: integer,
  isOn: yesNo,
  rule: json(Rule),
  /** How often it was written otherwise. */
  number: usually(integer),
});

/** How often rules acted, by the day in UTC. */
export const ruleDays = table('rule_days', {
  ruleId: partOfKey(reference(() => rules)),
  day: partOfKey(day),
  workspaceId: reference(),
  times: integer,
});
