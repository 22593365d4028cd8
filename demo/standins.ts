import type { AddressInfo } from 'node:net';
import express from 'express';
import { answeringStandIns } from './answering.ts';
import { type MailCatcher, mailPages } from './mail.ts';

/** The host under which Brackenrow’s flows call services. */
export const SERVICES = 'services.brackenrow.example';

/** The host of what stands in for the push services of browsers. */
export const PUSHES = 'push.brackenrow.example';

/** Tarrowdale’s districts by the first half of their postcodes, and the days on which surveyors come there. */
const districts: Record<string, { town: string; days: string }> = {
  TX1: { town: 'Tarrow', days: 'any weekday' },
  TX2: { town: 'Tarrow East', days: 'any weekday' },
  TX3: { town: 'Millbeck', days: 'Tuesdays and Thursdays' },
  TX4: { town: 'Ellerby', days: 'Mondays and Wednesdays' },
  TX5: { town: 'High Bracken', days: 'Fridays' },
};

const visits: Record<string, { what: string; when: string; who: string; state: string }> = {
  'BR-1042': { what: 'Heat pump survey', when: 'Tuesday at 10:00', who: 'Saffi', state: 'confirmed' },
  'BR-1077': { what: 'Battery fitting', when: 'Thursday at 8:30', who: 'Col and Ines', state: 'confirmed' },
  'BR-1090': { what: 'Yearly service', when: 'Friday after lunch', who: 'Saffi', state: 'waiting for a part' },
};

/** What stands in for a service that rewords: it knows a few tricks and no more. */
function reworded(text: string, wish: string): string {
  const tidy = text
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/\bi\b/g, 'I')
    .replace(/(^|[.!?] )(\p{Ll})/gu, (_, before: string, letter: string) => before + letter.toUpperCase())
    .replace(/([\p{L}\p{N}])$/u, '$1.');
  if (wish === 'shorter') return /^.*?[.!?](?= |$)/.exec(tidy)?.[0] ?? tidy;
  if (wish === 'friendlier') return `Thank you for asking. ${tidy} Is there anything else I can do for you?`;
  if (wish === 'plainer')
    return tidy.replace(
      /\b(utilise|commence|purchase)\b/gi,
      word => ({ utilise: 'use', commence: 'begin', purchase: 'buy' })[word.toLowerCase()] ?? word,
    );
  return tidy;
}

/** How many pushes are remembered. */
const KEPT = 200;

export interface StandIns {
  url: string;
  /** To which browsers notifications were sent, the newest last; what they say is sealed for the browser. */
  pushed: readonly string[];
  close(): void;
}

/**
 * Serves what stands in for services outside: where a postcode is, how a visit stands, a register of
 * enquiries, help with the wording, who answers outside, and the pages of the mail catcher.
 * @param port zero takes a free one
 * @param inbound the port at which answers to letters come in, if they do
 */
export function startStandIns(mail: MailCatcher, port: number, inbound?: number): Promise<StandIns> {
  const app = express();
  app.disable('x-powered-by');
  app.get('/postcodes/:postcode', (request, response) => {
    const postcode = request.params.postcode.toUpperCase().replace(/\s+/g, ' ').trim();
    const district = districts[postcode.split(' ')[0] ?? ''];
    response.json({
      postcode,
      covered: district !== undefined,
      district: district ? { town: district.town, surveyDays: district.days } : null,
    });
  });
  app.get('/visits/:reference', (request, response) => {
    const reference = request.params.reference.toUpperCase().trim();
    const visit = visits[reference.startsWith('BR-') ? reference : `BR-${reference}`];
    response.json({ found: visit !== undefined, visit: visit ?? null });
  });
  app.post('/enquiries', express.json({ limit: '20kb' }), (request, response) => {
    const { name } = request.body as { name?: unknown };
    const of =
      typeof name === 'string' && name.trim() !== '' ? name.trim().replace(/[^\p{L}\p{N}]+/gu, '-') : 'anybody';
    response.status(201).json({ enquiry: { number: `E-${of}` } });
  });
  app.post('/wording', express.json({ limit: '20kb' }), (request, response) => {
    const { text = '', wish = '' } = request.body as { text?: string; wish?: string };
    response.json({ text: reworded(String(text), String(wish)) });
  });
  answeringStandIns(app, visits);
  const pushed: string[] = [];
  app.post('/push/:browser', (request, response) => {
    pushed.push(request.params.browser);
    if (pushed.length > KEPT) pushed.shift();
    response.status(201).end();
  });
  app.use(mailPages(mail, inbound));
  app.get('/', (_, response) => response.redirect('/mail'));
  return new Promise((resolve, reject) => {
    const server = app.listen(port, '127.0.0.1', error => {
      if (error) {
        reject(error);
        return;
      }
      resolve({
        url: `http://localhost:${(server.address() as AddressInfo).port}`,
        pushed,
        close() {
          server.closeAllConnections();
          server.close();
        },
      });
    });
  });
}
