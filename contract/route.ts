import { z } from 'zod';

/** Who may call a route: anybody, whoever is signed in, or leads only. */
export type Access = 'anyone' | 'member' | 'lead';

/** One route of the HTTP API: what goes in, what comes out, and who may call it. */
export interface Route<
  Params extends z.ZodType = z.ZodType,
  Query extends z.ZodType = z.ZodType,
  Body extends z.ZodType = z.ZodType,
  Reply extends z.ZodType = z.ZodType,
> {
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  /** With parameters as `:name`. */
  path: string;
  summary: string;
  access: Access;
  params: Params;
  query: Query;
  body: Body;
  reply: Reply;
  /** The most kilobytes of its body, when those are more than what is usual. */
  most?: number;
  /** What the body is when it is not JSON. */
  bodyType?: string;
  /** What the reply is when it is not JSON. */
  replyType?: string;
}

const nothing = z.strictObject({});
type Nothing = typeof nothing;

/** Declares a route; what is not given takes nothing. */
export function route<
  Reply extends z.ZodType,
  Params extends z.ZodType = Nothing,
  Query extends z.ZodType = Nothing,
  Body extends z.ZodType = Nothing,
>(
  declared: Pick<Route, 'method' | 'path' | 'summary' | 'access' | 'bodyType' | 'replyType' | 'most'> & {
    params?: Params;
    query?: Query;
    body?: Body;
    reply: Reply;
  },
): Route<Params, Query, Body, Reply> {
  return {
    ...declared,
    params: (declared.params ?? nothing) as Params,
    query: (declared.query ?? nothing) as Query,
    body: (declared.body ?? nothing) as Body,
  };
}

/** A row's identity: a positive 64-bit number, as text because JavaScript's numbers end at 53 bits. */
export const RowId = z.string().regex(/^[1-9]\d{0,18}$/, 'That is not an identity.');
/** The identity that a client makes for what it sends, so that sending it again changes nothing. */
export const ClientId = z.string().regex(/^[A-Za-z0-9_-]{8,40}$/, 'That is not a client identity.');
export const Instant = z.iso.datetime();
export const ById = z.strictObject({ id: RowId });
export const Done = z.object({ ok: z.literal(true) });
