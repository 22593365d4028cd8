import { z } from 'zod';
import {
  identity,
  instant,
  json,
  nullable,
  ownIdentity,
  reference,
  table,
  text,
  usually,
  yesNo,
} from '../database/table.ts';

/** Web sites that carry the chat, each with the flow that its visitors meet. */
export const sites = table('sites', {
  id: identity,
  workspaceId: reference(),
  name: text(100),
  siteKey: text(40),
  domains: json(z.array(z.string())),
  flowId: nullable(reference()),
  /** Switched off with everything kept. */
  isOff: usually(yesNo),
  /** The key before this one, and until when it is good. */
  oldKey: nullable(text(40)),
  oldKeyUntil: nullable(instant),
  /** When a page last loaded the chat, and on which host. */
  seenAt: nullable(instant),
  seenOn: nullable(text(253)),
});

/** What holds for the instance, not for any workspace. */
export const instance = table('instance', { name: ownIdentity, value: text(500) });
