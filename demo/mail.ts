import type { AddressInfo } from 'node:net';
import express, { type Router } from 'express';
import { type AddressObject, type ParsedMail, simpleParser } from 'mailparser';
import { createTransport } from 'nodemailer';
import { SMTPServer } from 'smtp-server';

/** An email that came in. */
export interface Letter {
  number: number;
  at: Date;
  mail: ParsedMail;
  source: string;
}

export interface MailCatcher {
  /** Where mail is sent to: `smtp://127.0.0.1:4425`. */
  url: string;
  /** What came in, the newest last. */
  letters: readonly Letter[];
  close(): Promise<void>;
}

/** How many letters are kept; the oldest go first. */
const KEPT = 200;

/**
 * Stands in for a mail server: takes every email and delivers none. Mailboxes whose name begins with “nobody” refuse,
 * so that one can see what happens then.
 * @param port zero takes a free one
 */
export async function startMailCatcher(port: number): Promise<MailCatcher> {
  const letters: Letter[] = [];
  let count = 0;
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS', 'AUTH'],
    onRcptTo({ address }, _, done) {
      if (!/^nobody/i.test(address)) return done();
      done(Object.assign(new Error(`There is no mailbox ${address}.`), { responseCode: 550 }));
    },
    onData(stream, _, done) {
      const parts: Buffer[] = [];
      stream.on('data', (part: Buffer) => parts.push(part));
      stream.on('end', () => {
        const source = Buffer.concat(parts).toString('utf8');
        simpleParser(source).then(
          mail => {
            letters.push({ number: ++count, at: new Date(), mail, source });
            if (letters.length > KEPT) letters.shift();
            done();
          },
          error => done(error as Error),
        );
      });
    },
  });
  return new Promise((resolve, reject) => {
    server.on('error', reject);
    server.listen(port, '127.0.0.1', () => {
      const { port: taken } = server.server.address() as AddressInfo;
      resolve({
        url: `smtp://127.0.0.1:${taken}`,
        letters,
        close: () => new Promise(closed => server.close(() => closed())),
      });
    });
  });
}

const escapes: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const escaped = (text: string): string => text.replace(/[&<>"]/g, sign => escapes[sign]!);

function addresses(to: AddressObject | AddressObject[] | undefined): string {
  return [to ?? []]
    .flat()
    .map(one => one.text)
    .join(', ');
}

const style =
  'body{margin:0;background:#eceef1;color:#1d2126;font:16px/1.5 system-ui,sans-serif}main{max-width:860px;margin:auto;padding:28px 20px}h1{font-size:22px;margin:0 0 4px}a{color:#1a4f8a}p.note{color:#5a6068;margin:0 0 20px}ul{list-style:none;margin:0;padding:0;background:#fff;border:1px solid #d5d9de;border-radius:8px}li+li{border-top:1px solid #e4e7eb}li a{display:grid;grid-template-columns:1fr auto;gap:0 16px;padding:10px 16px;color:inherit;text-decoration:none}li a:hover{background:#f5f7f9}li b{grid-column:1}li span{color:#5a6068;font-size:14px}dl{display:grid;grid-template-columns:auto 1fr;gap:2px 14px;margin:0 0 14px}dt{color:#5a6068}dd{margin:0}iframe{width:100%;height:560px;border:1px solid #d5d9de;border-radius:8px;background:#fff}pre{white-space:pre-wrap;background:#fff;border:1px solid #d5d9de;border-radius:8px;padding:14px;overflow-wrap:anywhere}textarea{box-sizing:border-box;width:100%;padding:10px;border:1px solid #9aa1a9;border-radius:8px;font:inherit}button{margin:8px 0 0;padding:8px 16px;border:0;border-radius:8px;background:#1a4f8a;color:#fff;font:inherit}';

function page(title: string, body: string): string {
  return `<!doctype html><html lang="en-GB"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><link rel="icon" href="data:,"><title>${escaped(title)}</title><style>${style}</style></head><body><main>${body}</main></body></html>`;
}

/** Answers a letter as its reader would, with what it said quoted beneath. */
async function answer({ mail }: Letter, text: string, inbound: number): Promise<void> {
  const { replyTo, to, subject = '', messageId = '' } = mail;
  const quoted = (mail.text ?? '').split('\n').map(line => `> ${line}`);
  const on = mail.date?.toUTCString() ?? 'some day';
  const transport = createTransport(`smtp://127.0.0.1:${inbound}?ignoreTLS=true`);
  try {
    await transport.sendMail({
      from: addresses(to),
      to: addresses(replyTo),
      subject: `Re: ${subject}`,
      text: [text, '', `On ${on}, ${addresses(mail.from)} wrote:`, ...quoted].join('\n'),
      inReplyTo: messageId,
      references: messageId,
    });
  } finally {
    transport.close();
  }
}

/**
 * The pages on which caught mail is read, and answered where an answer comes in. What it holds is shown in a frame that may do
 * nothing.
 * @param inbound the port at which answers come in
 */
export function mailPages(catcher: MailCatcher, inbound: number | undefined): Router {
  const router = express.Router();
  const note =
    '<p class="note">A stand-in for a mail server: everything sent is caught here, and delivered to nobody.</p>';
  router.get('/mail', (_, response) => {
    const rows = catcher.letters
      .toReversed()
      .map(
        ({ number, at, mail }) =>
          `<li><a href="/mail/${number}"><b>${escaped(mail.subject ?? '(no subject)')}</b><time datetime="${at.toISOString()}">${at.toLocaleTimeString('en-GB')}</time><span>to ${escaped(addresses(mail.to))}, from ${escaped(addresses(mail.from))}</span></a></li>`,
      );
    const list = rows.length > 0 ? `<ul>${rows.join('')}</ul>` : '<p>No mail yet.</p>';
    response.type('html').send(page('Caught mail', `<h1>Caught mail</h1>${note}${list}`));
  });
  router.get('/mail/:number', (request, response) => {
    const letter = catcher.letters.find(({ number }) => String(number) === request.params.number);
    if (!letter) {
      response
        .status(404)
        .type('html')
        .send(page('Not here', '<h1>This letter is gone</h1><p><a href="/mail">Caught mail</a></p>'));
      return;
    }
    const { mail } = letter;
    const form =
      mail.replyTo && inbound !== undefined
        ? `<form method="post" action="/mail/${letter.number}/answer"><h2><label for="text">Answer it</label></h2><textarea id="text" name="text" rows="4" required></textarea><button>Send the answer</button></form>`
        : '';
    const html = typeof mail.html === 'string' ? mail.html : '';
    response
      .type('html')
      .send(
        page(
          mail.subject ?? 'Letter',
          `<p><a href="/mail">← Caught mail</a></p><h1>${escaped(mail.subject ?? '(no subject)')}</h1><dl><dt>From</dt><dd>${escaped(addresses(mail.from))}</dd><dt>To</dt><dd>${escaped(addresses(mail.to))}</dd><dt>Came</dt><dd>${letter.at.toLocaleString('en-GB')}</dd></dl><iframe title="The letter" sandbox srcdoc="${escaped(html)}"></iframe>${form}<h2>As plain text</h2><pre>${escaped(mail.text ?? '')}</pre><p><a href="/mail/${letter.number}/source">The letter as it was sent</a></p>`,
        ),
      );
  });
  router.post('/mail/:number/answer', express.urlencoded({ extended: false }), async (request, response) => {
    const letter = catcher.letters.find(({ number }) => String(number) === request.params.number);
    const { text } = request.body as { text?: unknown };
    if (!letter?.mail.replyTo || inbound === undefined || typeof text !== 'string' || text.trim() === '') {
      response.status(400).type('html').send(page('Not sent', '<h1>There is nothing to send</h1>'));
      return;
    }
    try {
      await answer(letter, text, inbound);
      response.type('html').send(page('Sent', `<h1>Your answer is sent</h1><p><a href="/mail">Caught mail</a></p>`));
    } catch (error) {
      const why = `<h1>It was not taken</h1><p>${escaped((error as Error).message)}</p>`;
      response.status(502).type('html').send(page('Not sent', why));
    }
  });
  router.get('/mail/:number/source', (request, response) => {
    const letter = catcher.letters.find(({ number }) => String(number) === request.params.number);
    response
      .status(letter ? 200 : 404)
      .type('text/plain')
      .send(letter?.source ?? 'This letter is gone.');
  });
  return router;
}
