import { randomBytes } from 'node:crypto';
import { TriedAs, trialRoutes } from '@kineta/contract';
import type { House } from '../house/house.ts';
import type { Trial } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { type Doors, serve } from '../http/serve.ts';
import { Signature } from '../http/signed.ts';
import { originTried } from './domains.ts';
import { sites } from './model.ts';

/** How long a page may be opened with it, in milliseconds. What has begun by then goes on. */
const VALID_FOR = 15 * 60 * 1_000;
/** As what the page’s address carries it. */
const PARAMETER = 'kineta-try';

/** A pass to be a visitor who is played: for one site, as somebody new, returning or known. */
export class Trials {
  private readonly signature: Signature;

  constructor(secret: string) {
    this.signature = new Signature(secret, 'trial ');
  }

  issue({ site, as, member }: Trial, now = Date.now()): string {
    // Each is another visitor, so that one can be somebody new as often as one likes.
    const once = randomBytes(6).toString('base64url');
    return this.signature.sign([site, as, member, (now + VALID_FOR).toString(36), once].join('.'));
  }

  /** Undefined when it is not genuine, or too old to begin with. */
  read(pass: string, now = Date.now()): Trial | undefined {
    const [site, as, member, until] = this.signature.read(pass)?.split('.') ?? [];
    const known = TriedAs.safeParse(as);
    if (!site || !member || !known.success || Number.parseInt(until ?? '', 36) < now) return undefined;
    return { site, as: known.data, member };
  }
}

/** Where leads try their chat out. */
export function trialDoors(doors: Doors, { tables, ports }: House): void {
  serve(doors, trialRoutes.begin, async ({ params, body }, me) => {
    const site = await tables.in(me.workspace).of(sites).one({ id: params.id });
    if (!site) throw notFound('site');
    const origin = originTried(site.domains, site.seenOn);
    if (origin === '')
      throw new ProblemError('invalid_request', 'This site has no domain of its own that could be opened.');
    const page = new URL(body.page, origin);
    page.searchParams.set(PARAMETER, ports.trials.issue({ site: site.id, as: body.as, member: me.id }));
    return { url: page.href };
  });
}
