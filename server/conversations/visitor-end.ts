import {
  Hello,
  VISITOR_NAMESPACE,
  type VisitorCalls,
  VisitorHandshake,
  type VisitorNews,
  VisitorReply,
} from '@kineta/contract';
import type { Namespace } from 'socket.io';
import { z } from 'zod';
import type { House } from '../house/house.ts';
import type { Site, Visitor } from '../house/ports.ts';
import { ProblemError, problemOf } from '../http/problem.ts';
import { answer } from '../live/call.ts';
import { rooms } from '../live/rooms.ts';
import type { Announcer } from './announcer.ts';
import type { VisitorService } from './visitors.ts';

interface VisitorData {
  site: Site;
  visitor: Visitor | undefined;
  conversation: string | undefined;
  /** When this socket may send again, and how many messages it has in hand: a few at once, then one a second. */
  allowance: { left: number; at: number };
}
type VisitorNamespace = Namespace<VisitorCalls, VisitorNews, Record<string, never>, VisitorData>;

const BURST = 8;
const Missed = z.strictObject({ after: z.int().min(0) });

/** Slows down who sends faster than people type; the browser keeps what was refused and sends it again. */
function spend(data: VisitorData): void {
  const now = Date.now();
  const { left, at } = data.allowance;
  const have = Math.min(BURST, left + (now - at) / 1_000);
  if (have < 1)
    throw new ProblemError('slow_down', 'That was a little fast. Your message is sent in a moment.', { retryAfter: 1 });
  data.allowance = { left: have - 1, at: now };
}

/** The visitors’ end: who is let in, and what they may call. */
export function visitorEnd({ io, logger, ports }: House, visitors: VisitorService, live: Announcer): void {
  // The server is shared by both ends, so its own types name neither’s messages.
  const end = io.of(VISITOR_NAMESPACE) as unknown as VisitorNamespace;

  end.use(async (socket, next) => {
    try {
      const handshake = VisitorHandshake.safeParse(socket.handshake.auth);
      if (!handshake.success) throw new ProblemError('invalid_request', 'The chat did not say which site it is on.');
      const pass = ports.boarding.read(handshake.data.boarding);
      if (!pass) throw new ProblemError('domain_not_allowed', 'The chat was not opened from its site.');
      const site = await ports.sites.byKey(pass.siteKey);
      if (!site) throw new ProblemError('unknown_site', 'This site is not known any more.');
      socket.data.site = site;
      socket.data.allowance = { left: BURST, at: Date.now() };
      if (handshake.data.visitor) socket.data.visitor = await visitors.known(site, handshake.data.visitor);
      if (pass.late && !socket.data.visitor)
        throw new ProblemError('domain_not_allowed', 'This chat was opened long ago. Please reload the page.');
      next();
    } catch (error) {
      const { problem, unexpected } = problemOf(error);
      if (unexpected) logger.error({ err: error }, 'visitor handshake failed');
      next(Object.assign(new Error(problem.detail), { data: problem }));
    }
  });

  end.on('connection', socket => {
    const { data } = socket;
    const there = (): { visitor: Visitor; conversation: string } => {
      if (!data.visitor || !data.conversation)
        throw new ProblemError('invalid_request', 'The chat was not opened yet.');
      return { visitor: data.visitor, conversation: data.conversation };
    };

    socket.on('hello', (hello, reply) =>
      answer(Hello, hello, reply, logger, async input => {
        const pass = data.visitor ? undefined : await visitors.welcome(data.site);
        const visitor = data.visitor ?? { id: pass!.id, workspace: data.site.workspace };
        data.visitor = visitor;
        const { row, missed, begun } = await visitors.hello(data.site, visitor, input, async conversation => {
          data.conversation = conversation;
          await socket.join(rooms.visitor(conversation));
        });
        if (begun) await live.announce(begun);
        live.presence(row.id, true);
        const { directory, open, changes } = await visitors.presence(visitor.workspace);
        const speaker = missed.entries.find(entry => 'speaker' in entry);
        return {
          ...(pass ? { visitor: pass } : {}),
          conversation: row.id,
          holder: row.holder,
          speaker: speaker && 'speaker' in speaker ? speaker.speaker : directory.workspace.name,
          business: directory.workspace.name,
          open,
          changes,
          batch: missed,
        };
      }),
    );
    socket.on('reply', (message, reply) =>
      answer(VisitorReply, message, reply, logger, async input => {
        const { visitor, conversation } = there();
        spend(data);
        const appended = await visitors.reply(visitor, conversation, input);
        await live.announce(appended);
        return { number: appended.number };
      }),
    );
    socket.on('missed', (request, reply) =>
      answer(Missed, request, reply, logger, ({ after }) => {
        const { visitor, conversation } = there();
        return visitors.missed(visitor, conversation, after);
      }),
    );
    socket.on('typing', () => {
      if (data.conversation) live.visitorTypes(data.conversation);
    });
    socket.on('disconnect', () => {
      const { conversation } = data;
      if (!conversation) return;
      live
        .isHere(conversation)
        .then(here => here || live.presence(conversation, false))
        .catch(error => logger.warn({ err: error }, 'presence not told'));
    });
  });
}
