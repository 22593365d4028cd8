import type { Told } from '@kineta/core';
import { z } from 'zod';
import {
  identity,
  instant,
  integer,
  json,
  nullable,
  oneOf,
  type Row,
  reference,
  table,
  text,
  usually,
} from '../database/table.ts';

/** How an order went, as long as its conversation could not be told. */
const Went = z.object({
  settled: z.enum(['done', 'failed']),
  why: z.string().optional(),
  tell: z.custom<Told>().optional(),
});

/** What conversations have ordered for elsewhere, until it is carried out, and how that went. */
export const outbox = table('outbox', {
  id: identity,
  workspaceId: reference(),
  conversationId: reference(),
  kind: text(30),
  /** To whom it goes, as leads know it. */
  what: text(300),
  payload: json(z.unknown()),
  tries: usually(integer),
  /** From when on somebody may take it: while it is being carried out, until whoever does so must be gone. */
  dueAt: nullable(instant),
  settled: nullable(oneOf(['done', 'failed'])),
  settledAt: nullable(instant),
  why: nullable(text(500)),
  went: nullable(json(Went)),
  createdAt: instant,
});
export type OutboxRow = Row<typeof outbox.columns>;
