import { z } from 'zod';
import {
  identity,
  instant,
  integer,
  json,
  nullable,
  ownIdentity,
  type Row,
  reference,
  table,
  text,
  usually,
} from '../database/table.ts';

/** What an event says beside where it happened. */
const Said = z.record(z.string(), z.unknown());

/** What happened, in one stream, written in the transaction of what happened. */
export const events = table('events', {
  id: identity,
  workspaceId: reference(),
  kind: text(30),
  at: instant,
  conversationId: nullable(reference()),
  flowId: nullable(reference()),
  editionId: nullable(reference()),
  /** The entry that tells of it, if it happened in a conversation. */
  number: nullable(integer),
  said: json(Said),
});
export type StreamEvent = Row<typeof events.columns>;

/** How far each listener has come. */
export const listeners = table('listeners', {
  name: ownIdentity,
  position: reference(),
  /** How often in a row it failed at what comes next. */
  failures: usually(integer),
  why: nullable(text(500)),
});
