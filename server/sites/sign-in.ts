import { createHmac } from 'node:crypto';
import { LONGEST_TOKEN, type VisitorSignIn, visitorSignInRoutes } from '@kineta/contract';
import express from 'express';
import { errors, jwtVerify } from 'jose';
import { z } from 'zod';
import type { House } from '../house/house.ts';
import type { SignedVisitor, Signing } from '../house/ports.ts';
import { forPages, siteOfPage } from '../http/of-a-page.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { answerProblem, type Doors, serve } from '../http/serve.ts';
import { addressOf } from '../limits/address.ts';
import { Allowance, VISITORS_PER_ADDRESS } from '../limits/allowance.ts';
import { sites } from './model.ts';

/** For so long, in milliseconds, a secret is good beside the one that came after it. */
const OLD_SECRET_FOR = 24 * 60 * 60 * 1_000;
/** By so many seconds the clock of whoever makes tokens may be off. */
const TOLERANCE = 60;
/** So many seconds a token is good at most, so that one that gets out is not for ever. */
const LONGEST = 24 * 60 * 60;

/**
 * What a token says of its bearer, by the claims of OpenID Connect Core 1.0, section 5.1; `facts` are our own. A claim that is
 * not read here may stand in it.
 */
const Claims = z.object({
  sub: z
    .string()
    .min(1)
    .max(200)
    // Half a character is in no table.
    .refine(sub => sub.isWellFormed()),
  exp: z.number(),
  aud: z.union([z.string(), z.array(z.string())]).optional(),
  name: z.string().max(200).optional(),
  email: z.string().max(254).optional(),
  phone_number: z.string().max(30).optional(),
  facts: z
    .record(z.string().max(60), z.unknown())
    .refine(facts => Object.keys(facts).length <= 50)
    .optional(),
});

const refused = (sentence: string): ProblemError => new ProblemError('token_refused', sentence);

/** What is wrong with a token’s claims, for whoever writes what makes them. */
function claimsOf(payload: unknown): z.infer<typeof Claims> {
  const read = Claims.safeParse(payload);
  if (read.success) return read.data;
  const at = String(read.error.issues[0]?.path[0]);
  if (at === 'sub')
    throw refused(
      'The token does not say who it is for: “sub” is a text of up to 200 characters by which you know them.',
    );
  if (at === 'exp')
    throw refused('The token does not say until when it is good: “exp” is a time in seconds since 1970.');
  throw refused(`What the token says as “${at}” is not as it should be.`);
}

/** Why a token is not what it says that it is. */
function whyNot(error: unknown): ProblemError {
  if (error instanceof errors.JWTExpired) {
    const { exp } = error.payload;
    const was = new Date((exp ?? Number.NaN) * 1_000);
    const until = Number.isNaN(was.getTime()) ? '' : ` It was good until ${was.toISOString()}.`;
    return refused(`The token is too old.${until}`);
  }
  if (error instanceof errors.JOSEAlgNotAllowed) return refused('The token is not signed with HS256.');
  if (error instanceof errors.JWSSignatureVerificationFailed)
    return refused('The token is not signed with this site’s secret, or was changed since.');
  if (error instanceof errors.JWTClaimValidationFailed)
    return error.claim === 'nbf'
      ? refused('The token is not good yet.')
      : refused(`What the token says as “${error.claim}” is not as it should be.`);
  return refused('That is no signed token: it should be a JWT (RFC 7519), signed with HS256.');
}

/**
 * Who sites say that their visitors are: by tokens (JWT, RFC 7519) that their servers sign with a secret of the site’s. Secrets are
 * worked out from the instance’s own, so that none is kept.
 */
export class SignIns {
  private readonly instance: string;

  constructor(instance: string) {
    this.instance = instance;
  }

  /** A site’s secret. @param number how often one was made */
  secret(site: string, number: number): string {
    return createHmac('sha256', this.instance).update(`sign in ${site} ${number}`).digest('base64url');
  }

  /**
   * Who a token says that its bearer is.
   * @param key the site’s, for which it has to be meant where it says for whom
   * @throws {ProblemError} `token_refused`
   */
  async read(site: Signing, key: string, token: string): Promise<SignedVisitor> {
    if (!site.signsIn) throw refused('This site signs nobody in. Its secret is made in the studio, under Site.');
    const claims = claimsOf(await this.payload(site, token));
    if (claims.exp > Date.now() / 1_000 + LONGEST + TOLERANCE)
      throw refused('A token is good for a day at most, and this one for longer. Make one for each page.');
    if (claims.aud !== undefined && ![claims.aud].flat().includes(key))
      throw refused(`The token is for another site: “aud” is not ${key.slice(0, 40)}, of site ${site.id}.`);
    const { sub, name, email, phone_number: phone, facts } = claims;
    return { id: sub, name, email, phone, facts };
  }

  private async payload(site: Signing, token: string): Promise<unknown> {
    const { id, signInNumber: number, oldSignInUntil } = site;
    const good = oldSignInUntil && oldSignInUntil > new Date() ? [number, number - 1] : [number];
    let why: unknown;
    for (const one of good) {
      try {
        const key = new TextEncoder().encode(this.secret(id, one));
        const { payload } = await jwtVerify(token, key, { algorithms: ['HS256'], clockTolerance: TOLERANCE });
        return payload;
      } catch (error) {
        why = error;
      }
    }
    throw whyNot(why);
  }
}

/** Where leads set up how a site signs its visitors in, and where its pages are told whether a token is good. */
export function signInDoors(
  doors: Doors,
  { tables, ports, options, wire }: House,
  signIns: SignIns,
  forget: () => void,
): void {
  const perAddress = options.visitorsPerAddress ?? VISITORS_PER_ADDRESS;
  const bounds = { times: perAddress * 4, seconds: 60 };
  const asking = new Allowance('signed in', bounds, 'That is asked too often.', wire.counters);
  // As plain text, so that no question has to go ahead of it.
  const text = express.text({ type: '*/*', limit: LONGEST_TOKEN });
  doors.router.post('/w/:key/signed-in', text, async (request, response) => {
    forPages(response);
    try {
      await asking.spend(addressOf(request, options.proxies ?? 0));
      const { site, origin } = await siteOfPage(ports.sites, request);
      response.set('Access-Control-Allow-Origin', origin);
      await signIns.read(site, String(request.params.key), String(request.body));
      response.status(204).end();
    } catch (error) {
      answerProblem(error, request, response, doors.logger);
    }
  });

  const told = async (workspace: string, id: string): Promise<VisitorSignIn> => {
    const site = await tables.in(workspace).of(sites).one({ id });
    if (!site) throw notFound('site');
    const { signsIn, signInNumber, oldSignInUntil } = site;
    return {
      secret: signsIn ? signIns.secret(id, signInNumber) : null,
      oldUntil: oldSignInUntil && oldSignInUntil > new Date() ? oldSignInUntil.toISOString() : null,
    };
  };
  /** What was is never good again once it was ended. */
  const change = async (workspace: string, id: string, signsIn: boolean): Promise<VisitorSignIn> => {
    await tables.database.transaction(async transaction => {
      const rows = tables.in(workspace).of(sites);
      const site = await rows.one({ id }, { transaction, lock: true });
      if (!site) throw notFound('site');
      const oldSignInUntil = signsIn && site.signsIn ? new Date(Date.now() + OLD_SECRET_FOR) : null;
      const signInNumber = site.signInNumber + 1;
      await rows.change({ signsIn, signInNumber, oldSignInUntil }, { id }, { transaction });
    });
    forget();
    return told(workspace, id);
  };
  serve(doors, visitorSignInRoutes.get, ({ params }, me) => told(me.workspace, params.id));
  serve(doors, visitorSignInRoutes.make, ({ params }, me) => change(me.workspace, params.id, true));
  serve(doors, visitorSignInRoutes.check, async ({ params, body }, me) => {
    const site = await tables.in(me.workspace).of(sites).one({ id: params.id });
    if (!site) throw notFound('site');
    try {
      const { id, name = null, email = null } = await signIns.read(site, site.siteKey, body.token);
      return { wrong: null, who: { id, name, email } };
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      return { wrong: error.problem.detail, who: null };
    }
  });
  serve(doors, visitorSignInRoutes.end, ({ params }, me) => change(me.workspace, params.id, false));
}
