import { conversationRoutes } from '@kineta/contract';
import type { Request } from 'express';
import type { House } from '../house/house.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { answerProblem, type Doors, serve } from '../http/serve.ts';
import { addressOf } from '../limits/address.ts';
import { Allowance, VISITORS_PER_ADDRESS } from '../limits/allowance.ts';
import { TurnsOfEach } from '../limits/turns.ts';
import { pieces } from './receiving.ts';
import { Files, MOST_BYTES, PIECE } from './service.ts';

const HASTY = 'That were a few files at once. Please send the next in a moment.';

/** How many files of a visitor, and from an address, come in at the same time, and how many wait to. */
const OF_ONE = { atOnce: 1, waiting: 4 };
const FROM_ONE = { atOnce: 4, waiting: 20 };

function nameOf(request: Request): string {
  try {
    return decodeURIComponent(request.get('x-kineta-name') ?? 'file');
  } catch {
    throw new ProblemError('wrong_file', 'That file’s name cannot be read.');
  }
}

/** Visitors send files here, with the pass that their browser keeps; members of the workspace get them. */
export function fileDoors(doors: Doors, { tables, ports, options, wire }: House): void {
  const files = new Files(tables, ports);
  const perAddress = options.visitorsPerAddress ?? VISITORS_PER_ADDRESS;
  const ofVisitor = new Allowance('files', { times: 10, seconds: 60 }, HASTY, wire.counters);
  const ofAddress = new Allowance('files from', { times: perAddress * 4, seconds: 60 }, HASTY, wire.counters);
  const ofEach = new TurnsOfEach(OF_ONE.atOnce, OF_ONE.waiting, HASTY);
  const fromEach = new TurnsOfEach(FROM_ONE.atOnce, FROM_ONE.waiting, HASTY);
  doors.router.post('/w/:key/files', async (request, response) => {
    try {
      const pass = ports.boarding.read(request.get('x-kineta-boarding') ?? '');
      const site = pass && pass.siteKey === request.params.key ? await ports.sites.byKey(pass.siteKey) : undefined;
      if (!site) throw new ProblemError('domain_not_allowed', 'The chat was not opened from its site.');
      const [id = '', secret = ''] = (request.get('x-kineta-visitor') ?? '').split('.');
      const visitor = /^\d{1,19}$/.test(id) ? await ports.visitors.known(site, { id, secret }) : undefined;
      if (!visitor) throw new ProblemError('not_allowed', 'Please open the chat again, then send the file.');
      // Counted before any of it is read: a file may be large.
      const address = addressOf(request, options.proxies ?? 0);
      await ofVisitor.spend(visitor.id);
      await ofAddress.spend(address);
      const name = nameOf(request);
      const keep = () => files.keep(visitor, name, pieces(request, MOST_BYTES, PIECE));
      response.json(await ofEach.take(visitor.id, () => fromEach.take(address, keep)));
    } catch (error) {
      answerProblem(error, request, response, doors.logger);
    }
  });

  serve(doors, conversationRoutes.file, async ({ params, response }, me) => {
    const found = await files.read(me.workspace, params.file);
    if (!found) throw notFound('file');
    // Whatever it is, it is only ever saved, never shown as a page of ours.
    response
      .set({
        'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(found.file.name)}`,
        'Content-Security-Policy': "default-src 'none'; sandbox",
        'X-Content-Type-Options': 'nosniff',
      })
      .type(found.file.type);
    return found.content;
  });
}
