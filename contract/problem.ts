import { z } from 'zod';

/** Stable codes of what can go wrong, for programs; with the status that HTTP gives it. */
export const problemCodes = {
  invalid_request: 400,
  not_signed_in: 401,
  wrong_sign_in: 401,
  second_factor_asked: 401,
  token_refused: 401,
  not_allowed: 403,
  second_factor_needed: 403,
  bad_csrf_token: 403,
  domain_not_allowed: 403,
  not_found: 404,
  unknown_site: 404,
  draft_changed: 409,
  look_changed: 409,
  before_changed: 409,
  reach_changed: 409,
  rule_changed: 409,
  article_changed: 409,
  telling_changed: 409,
  already_taken: 409,
  not_yours: 409,
  last_lead: 409,
  known_already: 409,
  link_gone: 410,
  too_large: 413,
  wrong_picture: 415,
  wrong_file: 415,
  flow_has_problems: 422,
  runs_fail: 422,
  wrong_edit: 422,
  wrong_rule: 422,
  wrong_telling: 422,
  wrong_flow_file: 422,
  slow_down: 429,
  server_error: 500,
  unavailable: 503,
} as const;
export type ProblemCode = keyof typeof problemCodes;

/** Problem details for HTTP APIs (RFC 9457). `detail` is a sentence for the person at the screen. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string(),
  code: z.enum(Object.keys(problemCodes) as [ProblemCode, ...ProblemCode[]]),
  /** What was wrong with which field, when the request was not as the contract says. */
  fields: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  /** Findings that stop a publish. */
  findings: z.array(z.object({ code: z.string(), sentence: z.string() })).optional(),
  /** Who changed the draft in the meantime, and to which revision. */
  changed: z.object({ by: z.string(), revision: z.int() }).optional(),
  /** By what the log knows the request that it happened to. */
  instance: z.string().optional(),
  /** After how many seconds to try again. */
  retryAfter: z.number().optional(),
});
export type Problem = z.infer<typeof Problem>;
