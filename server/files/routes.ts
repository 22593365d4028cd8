import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { conversationRoutes } from '@kineta/contract';
import type { FileGiven } from '@kineta/core';
import type { Request, Response } from 'express';
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

/** What is there as a whole, as it is kept. */
async function* inPieces(content: Buffer): AsyncGenerator<Buffer, void> {
  for (let at = 0; at < content.length; at += PIECE) yield content.subarray(at, at + PIECE);
}

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

  const ofMember = new Allowance('files of members', { times: 30, seconds: 60 }, HASTY, wire.counters);
  serve(doors, conversationRoutes.upload, async ({ params, query, request }, me) => {
    await ofMember.spend(me.id);
    const visitor = await ports.conversations.visitorOf(me.workspace, params.id);
    if (!visitor) throw notFound('conversation');
    const content: unknown = request.body;
    return files.keep(visitor, query.name, inPieces(Buffer.isBuffer(content) ? content : Buffer.alloc(0)), me.id);
  });

  /** Whatever it is, it is only ever saved, never shown as a page of ours. */
  const toSave = (response: Response, file: FileGiven): Response =>
    response
      .set({
        'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(file.name)}`,
        'Content-Security-Policy': "default-src 'none'; sandbox",
        'X-Content-Type-Options': 'nosniff',
      })
      .type(file.type);
  serve(doors, conversationRoutes.file, async ({ params, response }, me) => {
    const found = await files.read(me.workspace, params.file);
    if (!found) throw notFound('file');
    toSave(response, found.file);
    return found.content;
  });

  // What members send, for whoever was given its address, which cannot be guessed: in the chat, or in a letter.
  const saved = new Allowance('files saved', { times: perAddress * 6, seconds: 60 }, HASTY, wire.counters);
  doors.router.get('/w/files/:file', async (request, response) => {
    try {
      await saved.spend(addressOf(request, options.proxies ?? 0));
      const file = await files.sent(request.params.file);
      if (!file) throw notFound('file');
      // Whoever plays a video asks for it part by part (RFC 9110, 14).
      toSave(response, file).set({ 'Cache-Control': 'private, no-store', 'Accept-Ranges': 'bytes' });
      const ranges = request.range(file.size);
      if (ranges === -1) {
        response.status(416).set('Content-Range', `bytes */${file.size}`).end();
        return;
      }
      const [range] = Array.isArray(ranges) && ranges.type === 'bytes' && ranges.length === 1 ? ranges : [];
      const from = range?.start ?? 0;
      if (range) {
        const part = await files.sentPart(file.id, from, range.end);
        if (part.length === 0) throw notFound('file');
        const last = from + part.length - 1;
        response.status(206).set('Content-Range', `bytes ${from}-${last}/${file.size}`).send(part);
        return;
      }
      response.set('Content-Length', String(file.size));
      await pipeline(Readable.from(files.sentParts(file)), response).catch(error => {
        // Whoever has seen enough of it leaves.
        if ((error as { code?: string }).code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
      });
    } catch (error) {
      answerProblem(error, request, response, doors.logger);
    }
  });
}
