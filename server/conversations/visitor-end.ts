import {
  Has,
  Hello,
  Reads,
  TellsFacts,
  TranscriptTo,
  VISITOR_NAMESPACE,
  type VisitorCalls,
  VisitorHandshake,
  type VisitorNews,
  VisitorReply,
  type Welcome,
} from '@kineta/contract';
import { type Asker, answerBlocks, entryKindOf } from '@kineta/core';
import type { Redis } from 'ioredis';
import type { Namespace, Socket } from 'socket.io';
import { z } from 'zod';
import type { House } from '../house/house.ts';
import type { SignedVisitor, Site, Trial, Visitor } from '../house/ports.ts';
import { ProblemError, problemOf } from '../http/problem.ts';
import { addressOf } from '../limits/address.ts';
import { Allowance, Places, VISITORS_PER_ADDRESS } from '../limits/allowance.ts';
import { TurnsOfEach } from '../limits/turns.ts';
import { answer } from '../live/call.ts';
import { rooms } from '../live/rooms.ts';
import type { Announcer } from './announcer.ts';
import { comesBy } from './comes-by.ts';
import type { Line } from './line.ts';
import { reaches } from './reached.ts';
import { sendTranscript } from './transcript.ts';
import type { VisitorService } from './visitors.ts';

interface VisitorData {
  site: Site;
  siteKey: string;
  visitor: Visitor | undefined;
  /** As whom a lead plays the visitor. */
  trial: Trial | undefined;
  /** As whom the site signs them in. */
  customer: SignedVisitor | undefined;
  conversation: string | undefined;
  /** For whom answers are said. */
  asker: Asker;
  /** Under what its address is counted. */
  address: string;
  /** How often it was told to wait. */
  refusals: number;
}
type VisitorNamespace = Namespace<VisitorCalls, VisitorNews, Record<string, never>, VisitorData>;

const Nothing = z.strictObject({});
const Missed = z.strictObject({ after: z.int().min(0) });
/** How often a socket is told to wait before it is closed. */
const MOST_REFUSALS = 20;
const HASTY = 'That was a little fast. Your message is sent in a moment.';
const BUSY = 'Too much comes from your network just now. Please wait a moment.';
const LETTERS = 'The chat was sent by email a few times. Please wait a while before it is sent again.';
const MANY = 'The chat is open too often. Please close it somewhere else.';

/**
 * What visitors may do in a while: by visitor, however many sockets they have; by address, as a new visitor is easily
 * made; and by site, so that one site’s do not slow those of others.
 * @param perAddress how many visitors may come from one address at a time: an office, a school, a phone company
 */
function allowances(perAddress: number, counters: Redis | undefined) {
  const allowance = (name: string, times: number, seconds: number, sentence: string) =>
    new Allowance(name, { times, seconds }, sentence, counters);
  return {
    replies: allowance('replies', 20, 10, HASTY),
    looks: allowance('looks', 30, 10, HASTY),
    facts: allowance('facts', 20, 10, HASTY),
    typing: allowance('typing', 20, 10, HASTY),
    seeing: allowance('seeing', 20, 10, HASTY),
    /** Letters go to whatever address is said: few, by who asks and from where. */
    letters: allowance('transcripts', 3, 3_600, LETTERS),
    lettersFrom: allowance('transcripts from', 10, 3_600, LETTERS),
    /** All that comes from an address. */
    address: allowance('address', perAddress * 20, 10, BUSY),
    newcomers: allowance('newcomers', perAddress, 60, BUSY),
    site: allowance('site', 20_000, 10, BUSY),
    visitorSockets: new Places(12, MANY),
    addressSockets: new Places(perAddress * 4, BUSY),
    /** What comes from one address is done a few at a time, so that a burst of theirs is no wait of anybody else. */
    turns: new TurnsOfEach(Math.max(2, Math.ceil(perAddress / 25)), perAddress * 20, BUSY),
  };
}

/**
 * Gives a place back when its socket has gone, whenever that is: one that goes while it is let in is never told of as
 * connected, nor as gone.
 */
function onceGone(socket: Pick<Socket, 'conn' | 'once'>, leave: () => void): void {
  if (socket.conn.readyState !== 'open') {
    leave();
    return;
  }
  socket.conn.once('close', leave);
  socket.once('disconnect', leave);
}

/** The visitors’ end: who is let in, and what they may call. */
export function visitorEnd(house: House, visitors: VisitorService, live: Announcer, line: Line): void {
  const { io, logger, ports, options, wire } = house;
  const allowed = allowances(options.visitorsPerAddress ?? VISITORS_PER_ADDRESS, wire.counters);
  // The server is shared by both ends, so its own types name neither’s messages.
  const end = io.of(VISITOR_NAMESPACE) as unknown as VisitorNamespace;

  /** @throws when it is not for this site, or too old to begin with; who has begun with it may go on */
  const trialOf = (site: Site, pass: string, hasBegun: boolean): Trial | undefined => {
    const trial = ports.trials.read(pass);
    if (trial?.site === site.id) return trial;
    if (hasBegun) return undefined;
    throw new ProblemError('domain_not_allowed', 'This trial is over. Begin another in the studio.');
  };

  const customerOf = async (site: Site, key: string, token: string): Promise<SignedVisitor | undefined> => {
    try {
      return await ports.signIns.read(site, key, token);
    } catch (error) {
      if (error instanceof ProblemError) return undefined;
      throw error;
    }
  };

  end.use(async (socket, next) => {
    const taken: Array<() => void> = [];
    try {
      const address = addressOf(socket.request, options.proxies ?? 0);
      const handshake = VisitorHandshake.safeParse(socket.handshake.auth);
      if (!handshake.success) throw new ProblemError('invalid_request', 'The chat did not say which site it is on.');
      const pass = ports.boarding.read(handshake.data.boarding);
      if (!pass) throw new ProblemError('domain_not_allowed', 'The chat was not opened from its site.');
      const { visitor: claimed, trial, who } = handshake.data;
      // Before it is looked whether it is true: too many who say so are not looked at.
      if (claimed) taken.push(allowed.visitorSockets.take(`${pass.siteKey} ${claimed.id}`));
      taken.push(allowed.addressSockets.take(address));
      await allowed.turns.take(address, async () => {
        const site = await ports.sites.byKey(pass.siteKey);
        if (!site) throw new ProblemError('unknown_site', 'This site is not known any more.');
        if (site.off) throw new ProblemError('domain_not_allowed', 'The chat is switched off.');
        Object.assign(socket.data, { site, siteKey: pass.siteKey, address, refusals: 0 });
        // A token that is not good is told to whoever makes it; its visitor is somebody who is not signed in.
        const customer = who && trial === undefined ? await customerOf(site, pass.siteKey, who) : undefined;
        socket.data.customer = customer;
        socket.data.visitor =
          (customer && (await visitors.signedIn(site, customer))) ?? (claimed && (await visitors.known(site, claimed)));
        if (trial !== undefined) socket.data.trial = trialOf(site, trial, socket.data.visitor !== undefined);
      });
      if (pass.late && !socket.data.visitor)
        throw new ProblemError('domain_not_allowed', 'This chat was opened long ago. Please reload the page.');
      for (const leave of taken) onceGone(socket, leave);
      next();
    } catch (error) {
      const { problem, unexpected } = problemOf(error);
      if (unexpected) logger.error({ err: error }, 'visitor handshake failed');
      for (const leave of taken) leave();
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

    /** What a visitor does is counted before anything is done about it, and then waits for its turn. */
    const counted = async <T>(own: Allowance, work: () => Promise<T>): Promise<T> => {
      try {
        await own.spend(data.visitor?.id ?? socket.id);
        await allowed.address.spend(data.address);
        await allowed.site.spend(data.site.id);
      } catch (refused) {
        // Who is told to wait and does not is no browser of ours, and refusing takes its time as well.
        if (++data.refusals === MOST_REFUSALS) socket.disconnect(true);
        throw refused;
      }
      return allowed.turns.take(data.address, work);
    };

    const begin = async (input: Hello): Promise<Welcome> => {
      if (input.goesOn && !data.visitor && !(await visitors.isSpokenTo(data.site, input)))
        throw new ProblemError('not_found', 'No conversation goes on.');
      const { customer, trial } = data;
      const before = data.visitor;
      const pass = customer
        ? await visitors.signsIn(data.site, before, customer)
        : before
          ? undefined
          : await visitors.welcome(data.site, trial);
      const visitor = { id: pass?.id ?? before!.id, workspace: data.site.workspace };
      data.visitor = visitor;
      if (visitor.id !== before?.id) onceGone(socket, allowed.visitorSockets.take(`${data.siteKey} ${visitor.id}`));
      const listen = async (conversation: string): Promise<void> => {
        data.conversation = conversation;
        await socket.join([rooms.visitor(conversation), rooms.site(data.site.id)]);
      };
      const { row, missed, news } = await visitors.hello(data.site, visitor, input, listen, { trial, customer });
      for (const one of news) await live.announce(one);
      data.asker = {
        site: data.site.id,
        page: comesBy(input.page).page,
        language: input.language ?? null,
        isKnown: row.visit?.knownPerson ?? null,
      };
      // Who has written is answered in the conversation.
      const hasWritten = missed.more || missed.entries.some(entry => entryKindOf(entry)?.wrote !== undefined);
      const often = hasWritten ? [] : await ports.questions.listed(data.site.workspace, data.asker);
      if (row.joined_to !== null) await socket.join(rooms.elsewhere(row.joined_to));
      live.presence(row.id, true);
      const { directory, open, changes } = await visitors.presence(data.site);
      line.comes(data.site, row.id, { open, changes });
      const speaker = missed.entries.find(entry => 'speaker' in entry);
      return {
        ...(pass ? { visitor: pass } : {}),
        conversation: row.id,
        holder: row.holder,
        flow: row.flow_id,
        speaker: speaker && 'speaker' in speaker ? speaker.speaker : directory.workspace.name,
        business: directory.workspace.name,
        open,
        changes,
        batch: missed,
        ...(often.length > 0 ? { often } : {}),
      };
    };
    socket.on('hello', (hello, reply) =>
      answer(Hello, hello, reply, logger, async input => {
        if (!data.visitor) await allowed.newcomers.spend(data.address);
        return counted(allowed.looks, () => begin(input));
      }),
    );
    socket.on('reply', (message, reply) =>
      answer(VisitorReply, message, reply, logger, async input => {
        const { visitor, conversation } = there();
        return counted(allowed.replies, async () => {
          const appended = await visitors.reply(visitor, conversation, input, data.asker);
          await live.announce(appended);
          return { number: appended.number };
        });
      }),
    );
    socket.on('facts', (told, reply) =>
      answer(TellsFacts, told, reply, logger, async ({ facts }) => {
        const { visitor, conversation } = there();
        return counted(allowed.facts, async () => {
          const appended = await visitors.told(visitor, conversation, { page: facts, link: {} });
          if (appended) await live.announce(appended);
          return {};
        });
      }),
    );
    socket.on('missed', (request, reply) =>
      answer(Missed, request, reply, logger, async ({ after }) => {
        const { visitor, conversation } = there();
        return counted(allowed.looks, () => visitors.missed(visitor, conversation, after));
      }),
    );
    socket.on('answers', (request, reply) =>
      answer(Reads, request, reply, logger, async reads => {
        there();
        return counted(allowed.looks, async () => {
          // The list alone: each is read when it is opened.
          if ('often' in reads) {
            const often = await ports.questions.listed(data.site.workspace, data.asker);
            return { found: often.map(one => ({ ...one, blocks: [] })) };
          }
          const found = await ports.questions.readable(data.site.workspace, data.asker, reads);
          return {
            found: found.map(({ id, question, answer: text, buttons }) => ({
              id,
              question,
              blocks: answerBlocks(text),
              ...(buttons.length > 0 ? { flows: buttons.map(label => ({ label })) } : {}),
            })),
          };
        });
      }),
    );
    socket.on('transcript', (request, reply) =>
      answer(TranscriptTo, request, reply, logger, async ({ email }) => {
        const { visitor, conversation } = there();
        return counted(allowed.letters, async () => {
          await allowed.lettersFrom.spend(data.address);
          await sendTranscript(house, visitors, visitor, { conversation, to: email });
          return {};
        });
      }),
    );
    socket.on('erase', (request, reply) =>
      answer(Nothing, request, reply, logger, async () => {
        const { visitor } = there();
        return counted(allowed.replies, async () => ({
          conversations: await ports.record.eraseVisitor(visitor.workspace, visitor.id),
        }));
      }),
    );
    socket.on('typing', async () => {
      if (data.visitor && data.conversation && (await allowed.typing.has(data.visitor.id)))
        live.visitorTypes(data.conversation);
    });
    socket.on('has', async said => {
      const has = Has.safeParse(said);
      const { visitor, conversation } = data;
      if (!has.success || !visitor || !conversation || !(await allowed.seeing.has(visitor.id))) return;
      reaches(house, visitor, conversation, has.data).catch(error => logger.warn({ err: error }, 'not told as seen'));
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
