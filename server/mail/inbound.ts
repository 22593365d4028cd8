import { type ParsedMail, simpleParser } from 'mailparser';
import { SMTPServer, type SMTPServerDataStream, type SMTPServerSession } from 'smtp-server';
import type { House } from '../house/house.ts';
import { ProblemError } from '../http/problem.ts';
import { Allowance } from '../limits/allowance.ts';
import { answerIn, identityOf, isAutomatic } from './answer.ts';
import { type LetterPlace, type ReplyAddresses, replyAddresses } from './reply-address.ts';

/** The most bytes of a letter, with its files. */
const MOST_BYTES = 10 * 1_024 * 1_024;
const MOST_CLIENTS = 40;
/** How long somebody may say nothing, in milliseconds. */
const PATIENCE = 30_000;

/** What a mail server answers (RFC 5321, 4.2.2). */
const refused = (code: number, says: string): Error => Object.assign(new Error(says), { responseCode: code });
const NO_MAILBOX = refused(550, 'There is no such mailbox.');
const LATER = refused(451, 'This cannot be taken just now. Please try again later.');
const TOO_LARGE = refused(552, 'This letter is too large.');

/**
 * Where answers to letters come in, by SMTP: each goes into the conversation that its address is of. Nothing else is taken, nothing
 * is passed on, and what is taken is written before that is said.
 */
export class Inbound {
  private readonly house: House;
  private readonly addresses: ReplyAddresses;
  private readonly letters: Allowance;
  private readonly server: SMTPServer;

  constructor(house: House, addresses: ReplyAddresses) {
    this.house = house;
    this.addresses = addresses;
    this.letters = new Allowance('letters in', { times: 20, seconds: 3_600 }, 'Too many letters.', house.wire.counters);
    this.server = new SMTPServer({
      // It stands behind a mail server that everybody reaches, which is what speaks TLS to them.
      disabledCommands: ['AUTH', 'STARTTLS'],
      authOptional: true,
      size: MOST_BYTES,
      maxClients: MOST_CLIENTS,
      socketTimeout: PATIENCE,
      disableReverseLookup: true,
      banner: 'Kineta',
      onRcptTo: ({ address }, _, done) => done(this.addresses.read(address) ? null : NO_MAILBOX),
      onData: (stream, session, done) => {
        this.take(stream, session).then(
          () => done(null),
          (error: Error & { responseCode?: number }) => {
            if (error.responseCode !== undefined) return done(error);
            house.logger.error({ err: error }, 'a letter could not be taken');
            return done(LATER);
          },
        );
      },
    });
    this.server.on('error', error => house.logger.warn({ err: error }, 'letters in'));
  }

  listen(port: number, host: string): void {
    this.server.listen(port, host);
  }

  close(): Promise<void> {
    return new Promise(resolve => this.server.close(() => resolve()));
  }

  private async take(stream: SMTPServerDataStream, { envelope }: SMTPServerSession): Promise<void> {
    const mail = await simpleParser(stream, { skipImageLinks: true });
    if (stream.sizeExceeded) throw TOO_LARGE;
    const from = envelope.mailFrom ? envelope.mailFrom.address : '';
    // Whatever answers by itself would be answered, and so on for ever.
    if (isAutomatic(mail, from)) return;
    for (const { address } of envelope.rcptTo) {
      const place = this.addresses.read(address);
      if (place) await this.join(place, mail);
    }
  }

  private async join(place: LetterPlace, mail: ParsedMail): Promise<void> {
    const { ports } = this.house;
    try {
      await this.letters.spend(place.conversation);
      const { language } = (await ports.directories.of(place.workspace)).workspace;
      const text = answerIn(mail, language);
      if (text !== undefined) await ports.conversations.mailed(place, { clientId: identityOf(mail), text });
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      throw error.problem.code === 'not_found' ? NO_MAILBOX : LATER;
    }
  }
}

/** Opens it where it is set; undefined where answers by email come in nowhere. */
export function openInbound(house: House): Inbound | undefined {
  const { inboundPort, host = '127.0.0.1' } = house.options;
  const addresses = replyAddresses(house.options);
  if (!addresses || inboundPort === undefined) return undefined;
  const inbound = new Inbound(house, addresses);
  inbound.listen(inboundPort, host);
  return inbound;
}
