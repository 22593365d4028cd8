import { z } from 'zod';
import { identity, json, nullable, ownIdentity, reference, table, text } from '../database/table.ts';

/** Web sites that carry the chat, each with the flow that its visitors meet. */
export const sites = table('sites', {
  id: identity,
  workspaceId: reference(),
  name: text(100),
  siteKey: text(40),
  domains: json(z.array(z.string())),
  flowId: nullable(reference()),
});

/** What holds for the instance, not for any workspace. */
export const instance = table('instance', { name: ownIdentity, value: text(500) });
