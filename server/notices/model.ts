import type { OwnTellings, Telling } from '@kineta/core';
import { z } from 'zod';
import {
  bytes,
  identity,
  instant,
  integer,
  json,
  nullable,
  oneOf,
  ownIdentity,
  partOfKey,
  reference,
  table,
  text,
  usually,
  yesNo,
} from '../database/table.ts';

/** What flows, and members who mention others, tell members in the studio. */
export const notices = table('notices', {
  id: identity,
  workspaceId: reference(),
  conversationId: reference(),
  /** The team that is told; everyone when null. */
  teamId: nullable(reference()),
  /** Who alone is told, as another mentioned them. */
  memberId: nullable(reference()),
  byId: nullable(reference()),
  text: text(1_000),
  at: instant,
});

/** What was sent to try whether notices arrive, and when it first came to a browser. */
export const testNotices = table('test_notices', {
  id: identity,
  workspaceId: reference(),
  at: instant,
  arrivedAt: nullable(instant),
});

/** As it was checked when it was kept; what a newer build keeps in it is that one’s to read. */
const AnyTelling = z.looseObject({}) as unknown as z.ZodType<Telling>;
const AnyOwn = z.looseObject({}) as unknown as z.ZodType<OwnTellings>;

/** Who is told of what in a workspace, and by which channels. */
export const tellings = table('tellings', {
  id: identity,
  workspaceId: reference(),
  isOn: yesNo,
  telling: json(AnyTelling),
  /** How often it was written otherwise. */
  number: usually(integer),
});

/** What a member has otherwise. */
export const ownTellings = table('own_tellings', {
  memberId: partOfKey(reference()),
  workspaceId: reference(),
  own: json(AnyOwn),
});

/** The browsers and phones that members are notified in, each while they are signed in there. */
export const pushPlaces = table('push_places', {
  id: identity,
  workspaceId: reference(),
  memberId: reference(),
  /** The session, by the hash of its token. */
  session: text(64),
  endpoint: text(1_000),
  endpointHash: text(64),
  p256dh: text(100),
  auth: text(30),
  since: instant,
});

/** The key by which push services know this Kineta (VAPID, RFC 8292): one for all processes of a database. */
export const pushKeys = table('push_keys', { name: ownIdentity, publicKey: text(120), sealed: bytes });

/** What members are told of; what of it stands for a while is there once. */
export const alerts = table('alerts', {
  id: identity,
  workspaceId: reference(),
  conversationId: reference(),
  kind: text(20),
  /** Whom alone it called, of what is somebody’s own. */
  memberId: nullable(reference()),
  /** While it stands, what it is of; by this nothing stands twice. */
  standing: nullable(text(64)),
  byId: nullable(reference()),
  text: text(1_000),
  at: instant,
  /** Who looks after it since, when it is over by that. */
  overBy: nullable(text(100)),
});

/** Each channel in which somebody is told of one, and what became of that. */
export const alertSendings = table('alert_sendings', {
  id: identity,
  workspaceId: reference(),
  alertId: reference(() => alerts),
  channel: oneOf(['push', 'mail']),
  memberId: nullable(reference()),
  address: nullable(text(254)),
  transcript: usually(yesNo),
  /** When it is told; null once that is settled. */
  dueAt: nullable(instant),
  tries: usually(integer),
  went: nullable(oneOf(['sent', 'seen', 'over', 'failed', 'taken back'])),
  wentAt: nullable(instant),
});
