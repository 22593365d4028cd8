import { Edit, Flow, flowAsNow, RunThrough, runAsNow } from '@kineta/core';
import { z } from 'zod';
import {
  identity,
  instant,
  integer,
  json,
  nullable,
  partOfKey,
  reference,
  table,
  text,
  usually,
} from '../database/table.ts';

/** A flow as it is read here: one written in an earlier version is brought up. */
const content = json<Flow>(Flow, flowAsNow);

/** Flows, each with its draft. */
export const flows = table('flows', {
  id: identity,
  workspaceId: reference(),
  name: text(100),
  draft: content,
  revision: integer,
  /** The edition that is live. */
  editionId: nullable(reference()),
  /** In how many places the draft differs from it. */
  changes: integer,
  createdAt: instant,
  updatedAt: instant,
  updatedBy: nullable(reference()),
  removedAt: nullable(instant),
});

/** Versions of flows that visitors meet; they never change. */
export const editions = table('editions', {
  id: identity,
  workspaceId: reference(),
  flowId: reference(() => flows),
  number: integer,
  content,
  publishedAt: instant,
  publishedBy: nullable(reference()),
  /** What its publisher said of it, and why it was published though run-throughs failed. */
  sentence: usually(text(300)),
  despite: nullable(text(300)),
});

/** The edits of drafts, in the order in which they were saved. */
export const draftEdits = table('draft_edits', {
  flowId: partOfKey(reference(() => flows)),
  revision: partOfKey(integer),
  workspaceId: reference(),
  memberId: nullable(reference()),
  writer: text(40),
  batch: text(40),
  edits: json(z.array(Edit)),
  refused: json(z.array(z.int())),
  savedAt: instant,
});

/** The run-throughs that are kept with a flow. */
export const runThroughs = table('run_throughs', {
  id: identity,
  workspaceId: reference(),
  flowId: reference(() => flows),
  run: json<RunThrough>(RunThrough, runAsNow),
  changedAt: instant,
});

/** Versions that are published at a time; at most one of each flow. */
export const scheduledPublishes = table('scheduled_publishes', {
  flowId: partOfKey(reference(() => flows)),
  workspaceId: reference(),
  memberId: nullable(reference()),
  content,
  sites: json(z.array(z.string())),
  sentence: text(300),
  despite: nullable(text(300)),
  dueAt: instant,
});
