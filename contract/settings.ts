import { FactName, FactType, Value } from '@kineta/core';
import { z } from 'zod';
import { route } from './route.ts';

/** A fact about the business, which any flow may use. */
export const BusinessFact = z.strictObject({
  name: FactName,
  type: FactType.exclude(['file', 'choice']),
  unit: z.string().trim().min(1).max(20).optional(),
  value: Value,
});
export type BusinessFact = z.infer<typeof BusinessFact>;

const Host = z
  .string()
  .trim()
  .toLowerCase()
  .regex(
    /^[a-z0-9.-]+(:\d{1,5})?$|^\[[0-9a-f:]+\](:\d{1,5})?$/,
    'A host is written like post.internal or 10.0.0.7:8080.',
  )
  .max(253);

export const Settings = z.strictObject({
  facts: z.array(BusinessFact).max(200),
  /** The sender of emails, such as `Brackenrow <robin@brackenrow.example>`; the server’s own when null. */
  mailFrom: z
    .string()
    .trim()
    .max(320)
    .regex(
      /^([^<>\r\n]*<[^<>@\s]+@[^<>@\s]+>|[^<>@\s]+@[^<>@\s]+)$/,
      'A sender is an email address, with a name before it in <> if wished.',
    )
    .nullable(),
  /** Hosts inside private networks that flows may call all the same. */
  allowedHosts: z.array(Host).max(50),
});
export type Settings = z.infer<typeof Settings>;

export const settingsRoutes = {
  get: route({
    method: 'GET',
    path: '/api/settings',
    summary: 'The workspace’s settings',
    access: 'lead',
    reply: Settings,
  }),
  save: route({
    method: 'PUT',
    path: '/api/settings',
    summary: 'Change the workspace’s settings',
    access: 'lead',
    body: Settings,
    reply: Settings,
  }),
};
