import { conversationRoutes } from '@kineta/contract';
import express from 'express';
import type { House } from '../house/house.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { answerProblem, type Doors, serve } from '../http/serve.ts';
import { addressOf } from '../limits/address.ts';
import { Allowance, VISITORS_PER_ADDRESS } from '../limits/allowance.ts';
import { Turns } from '../limits/turns.ts';
import { Files, MOST_BYTES } from './service.ts';

const HASTY = 'That were a few files at once. Please send the next in a moment.';

/** How many files are written at the same time, and how many wait: each is large, and the disk is everybody’s. */
const AT_ONCE = 1;
const WAITING = 20;

/** Visitors send files here, with the pass that their browser keeps; members of the workspace get them. */
export function fileDoors(doors: Doors, { tables, ports, options, wire }: House): void {
  const files = new Files(tables, ports);
  const perAddress = options.visitorsPerAddress ?? VISITORS_PER_ADDRESS;
  const turns = new Turns(AT_ONCE, WAITING, HASTY);
  const ofVisitor = new Allowance('files', { times: 10, seconds: 60 }, HASTY, wire.counters);
  const ofAddress = new Allowance('files from', { times: perAddress * 4, seconds: 60 }, HASTY, wire.counters);
  doors.router.post(
    '/w/:key/files',
    async (request, response, next) => {
      try {
        const pass = ports.boarding.read(request.get('x-kineta-boarding') ?? '');
        const site = pass && pass.siteKey === request.params.key ? await ports.sites.byKey(pass.siteKey) : undefined;
        if (!site) throw new ProblemError('domain_not_allowed', 'The chat was not opened from its site.');
        const [id = '', secret = ''] = (request.get('x-kineta-visitor') ?? '').split('.');
        const visitor = /^\d{1,19}$/.test(id) ? await ports.visitors.known(site, { id, secret }) : undefined;
        if (!visitor) throw new ProblemError('not_allowed', 'Please open the chat again, then send the file.');
        // Counted before any of it is read: a file may be large.
        await ofVisitor.spend(visitor.id);
        await ofAddress.spend(addressOf(request, options.proxies ?? 0));
        response.locals.visitor = visitor;
        next();
      } catch (error) {
        answerProblem(error, request, response, doors.logger);
      }
    },
    express.raw({ type: () => true, limit: MOST_BYTES }),
    async (request, response) => {
      try {
        if (!Buffer.isBuffer(request.body) || request.body.length === 0)
          throw new ProblemError('wrong_file', 'That file is empty.');
        const name = decodeURIComponent(request.get('x-kineta-name') ?? 'file');
        response.json(await turns.take(() => files.keep(response.locals.visitor, name, request.body)));
      } catch (error) {
        const wrongName =
          error instanceof URIError ? new ProblemError('wrong_file', 'That file’s name cannot be read.') : error;
        answerProblem(wrongName, request, response, doors.logger);
      }
    },
  );

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
