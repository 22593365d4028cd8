import { type Problem, type ProblemCode, problemCodes } from '@kineta/contract';
import { TooDeep } from '@kineta/core';
import { isUnavailable } from '../database/connect.ts';

const titles: Record<ProblemCode, string> = {
  invalid_request: 'That cannot be right',
  not_signed_in: 'You are not signed in',
  wrong_sign_in: 'Wrong email or password',
  second_factor_asked: 'A code is asked as well',
  token_refused: 'Refused token',
  not_allowed: 'You may not do that',
  second_factor_needed: 'A second factor is needed',
  bad_csrf_token: 'Your page is out of date',
  domain_not_allowed: 'This site may not carry the chat',
  not_found: 'There is nothing here',
  unknown_site: 'There is no such site',
  draft_changed: 'Somebody else changed the draft',
  look_changed: 'Somebody else put a look there',
  before_changed: 'Somebody else changed what is asked',
  reach_changed: 'Somebody else changed which flows are met',
  rule_changed: 'Somebody else changed this rule',
  article_changed: 'Somebody else changed this answer',
  telling_changed: 'Somebody else changed who is told of this',
  already_taken: 'Somebody else has it',
  not_yours: 'Somebody else has it',
  last_lead: 'Somebody has to lead',
  known_already: 'That is there already',
  link_gone: 'That link is good no more',
  too_large: 'That is too large',
  wrong_picture: 'That is no picture',
  wrong_file: 'That file cannot be taken',
  flow_has_problems: 'The flow has problems',
  runs_fail: 'Run-throughs fail',
  wrong_edit: 'That cannot be saved',
  wrong_rule: 'The rule cannot be like that',
  wrong_telling: 'Nobody can be told like that',
  wrong_flow_file: 'The flow file cannot be read',
  slow_down: 'One moment',
  server_error: 'Something went wrong here',
  unavailable: 'Kineta cannot reach its data',
};

/** Something that went wrong in a way the caller can be told of. Thrown anywhere, answered as a problem. */
export class ProblemError extends Error {
  override name = 'ProblemError';
  readonly problem: Problem;
  constructor(code: ProblemCode, detail: string, more: Partial<Problem> = {}) {
    super(detail);
    this.problem = {
      type: `urn:kineta:problem:${code}`,
      title: titles[code],
      status: problemCodes[code],
      detail,
      code,
      ...more,
    };
  }
}

/** What came from outside was wrong already before anybody of ours looked at it: said by the parts that read requests. */
function clientError(error: unknown): ProblemError | undefined {
  if (error instanceof TooDeep) return new ProblemError('invalid_request', 'That is nested too deeply to be meant.');
  const { type, status, code } = (error ?? {}) as { type?: string; status?: unknown; code?: string };
  const { code: ofDatabase } = (error as { original?: { code?: string } } | null)?.original ?? {};
  const packet = /PACKET_TOO_LARGE|MAX_ALLOWED_PACKET/;
  if (type === 'entity.too.large' || packet.test(code ?? '') || packet.test(ofDatabase ?? ''))
    return new ProblemError('too_large', 'That is more than Kineta takes at once.');
  if (typeof status !== 'number' || status < 400 || status >= 500) return undefined;
  if (status === 404) return new ProblemError('not_found', 'There is nothing at this address.');
  const details: Record<string, string> = {
    'entity.parse.failed': 'The request is broken JSON.',
    'charset.unsupported': 'The request is in a charset that Kineta does not read; UTF-8 is.',
    'encoding.unsupported': 'The request is packed in a way that Kineta does not read.',
    'request.aborted': 'The request ended before it was whole.',
  };
  return new ProblemError('invalid_request', details[type ?? ''] ?? 'The request cannot be read.', { status });
}

/**
 * Any error as a problem. What is not meant for the caller is not told; `unexpected` says to log it.
 * @param name by which the log knows what was asked
 */
export function problemOf(error: unknown, name?: string): { problem: Problem; unexpected: boolean } {
  if (error instanceof ProblemError) return { problem: error.problem, unexpected: false };
  const known = clientError(error);
  if (known) return { problem: known.problem, unexpected: false };
  if (isUnavailable(error))
    return {
      problem: new ProblemError(
        'unavailable',
        'The database does not answer. Nothing is lost; please try again in a moment.',
        {
          retryAfter: 2,
        },
      ).problem,
      unexpected: false,
    };
  return {
    problem: new ProblemError(
      'server_error',
      `Something went wrong on our side. It was logged${name ? ` as ${name}` : ''}; please try again.`,
      name ? { instance: `urn:kineta:request:${name}` } : {},
    ).problem,
    unexpected: true,
  };
}

export const notFound = (what: string): ProblemError => new ProblemError('not_found', `There is no such ${what}.`);
