import { Fact, Rule } from '@kineta/core';
import { z } from 'zod';
import { LiveFlow } from './flows.ts';
import { ById, Done, RowId, route } from './route.ts';
import { RuleCase } from './rule-cases.ts';

/** A rule as leads see it, in its order. */
export const RuleRow = z.object({
  id: RowId,
  rule: Rule,
  on: z.boolean(),
  /** How often it was changed: by this it is told whether somebody else has meanwhile. */
  number: z.int(),
  /** In how many conversations, or how often, it acted in the last 30 days. */
  acted: z.int(),
});
export type RuleRow = z.infer<typeof RuleRow>;

const Called = z.object({ id: RowId, name: z.string() });

/** What rules may name, as it is called now. */
export const RuleNames = z.object({
  teams: z.array(Called),
  members: z.array(Called),
  tags: z.array(Called),
  flows: z.array(LiveFlow),
});
export type RuleNames = z.infer<typeof RuleNames>;

/** One conversation in which a rule began to wait, or acted. */
export const TriedConversation = z.object({
  id: RowId,
  visitor: z.string(),
  cases: z.array(RuleCase),
});
export type TriedConversation = z.infer<typeof TriedConversation>;

export const ruleRoutes = {
  list: route({
    method: 'GET',
    path: '/api/rules',
    summary: 'The rules in their order, with what they may name and the facts that they may ask about',
    access: 'lead',
    reply: z.object({ rules: z.array(RuleRow), names: RuleNames, facts: z.array(Fact) }),
  }),
  add: route({
    method: 'POST',
    path: '/api/rules',
    summary: 'Make a rule, behind the others',
    access: 'lead',
    body: z.strictObject({ rule: Rule, on: z.boolean() }),
    reply: RuleRow,
  }),
  ship: route({
    method: 'POST',
    path: '/api/rules/shipped',
    summary: 'Take in the rules that ship with Kineta, but for those whose name there is',
    access: 'lead',
    reply: Done,
  }),
  order: route({
    method: 'PUT',
    path: '/api/rules/order',
    summary: 'Put the rules in another order',
    access: 'lead',
    body: z.strictObject({ ids: z.array(RowId).max(200) }),
    reply: Done,
  }),
  try: route({
    method: 'POST',
    path: '/api/rules/trial',
    summary: 'What rules would have done in conversations of the last 30 days, a page of them',
    access: 'lead',
    most: 120,
    body: z.strictObject({
      /** One that is written, in the place of the kept one whose identity it has, or behind them all. */
      rule: z.strictObject({ id: RowId.nullable(), rule: Rule }).optional(),
      /** The conversations behind this one are looked at; from the newest on, without. */
      before: RowId.optional(),
    }),
    reply: z.object({
      /** How many conversations were looked at, by their day in the workspace’s zone. */
      days: z.array(z.object({ day: z.iso.date(), conversations: z.int() })),
      tried: z.array(TriedConversation),
      next: RowId.nullable(),
    }),
  }),
  change: route({
    method: 'PUT',
    path: '/api/rules/:id',
    summary: 'Write a rule otherwise',
    access: 'lead',
    params: ById,
    body: z.strictObject({ rule: Rule, number: z.int() }),
    reply: RuleRow,
  }),
  switch: route({
    method: 'PATCH',
    path: '/api/rules/:id',
    summary: 'Switch a rule on or off, with everything kept',
    access: 'lead',
    params: ById,
    body: z.strictObject({ on: z.boolean() }),
    reply: RuleRow,
  }),
  remove: route({
    method: 'DELETE',
    path: '/api/rules/:id',
    summary: 'Remove a rule',
    access: 'lead',
    params: ById,
    reply: Done,
  }),
};
