import { z } from 'zod';
import {
  identity,
  instant,
  integer,
  json,
  nullable,
  oneOf,
  reference,
  table,
  text,
  usually,
} from '../database/table.ts';

/** What conversations have ordered for elsewhere, until it is carried out, and how that went. */
export const outbox = table('outbox', {
  id: identity,
  workspaceId: reference(),
  conversationId: reference(),
  kind: text(30),
  payload: json(z.unknown()),
  tries: usually(integer),
  dueAt: nullable(instant),
  settled: nullable(oneOf(['done', 'failed'])),
  why: nullable(text(500)),
  createdAt: instant,
});
