import type { conversationRoutes } from '@kineta/contract';
import { answeredBy, type CardShown, type EntryBody, type FileGiven, message, productCard } from '@kineta/core';
import type { z } from 'zod';
import type { House } from '../house/house.ts';
import type { SignedIn } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { conversations } from './model.ts';

/** What an agent sends. */
export type Answer = z.output<typeof conversationRoutes.reply.body>;

/** What is there no more, in the words of who chose it. */
function gone(path: 'pictures' | 'files' | 'products', problem: string): ProblemError {
  return new ProblemError('invalid_request', problem, { fields: [{ path: `body.${path}`, message: problem }] });
}

const MEGABYTE = 1_024 * 1_024;

/** How large a file is, as one reads it in this language. */
function sizeWords(bytes: number, language: string): string {
  const [size, unit] = bytes < MEGABYTE ? [Math.max(1, bytes / 1_024), 'kilobyte'] : [bytes / MEGABYTE, 'megabyte'];
  return new Intl.NumberFormat(language, { style: 'unit', unit, maximumFractionDigits: size < 10 ? 1 : 0 }).format(
    size,
  );
}

/** What browsers play. */
const VIDEO = /^video\/(mp4|webm|ogg)$/;
const VIDEO_ADDRESS = /^https:\/\/[^?#]+\.(mp4|m4v|webm|ogv)(?:[?#].*)?$/i;

/** A file as a card: what it is called, how large it is, and a button that saves it; a video is played in it. */
const fileCard = ({ id, name, size, type }: FileGiven, origin: string, language: string): CardShown => ({
  title: name,
  ...(VIDEO.test(type) ? { video: { src: `/w/files/${id}` } } : {}),
  line: [[{ text: sizeWords(size, language) }]],
  actions: [{ id, label: message(language, 'save the file'), page: `${origin}/w/files/${id}` }],
});

/** A signpost as a card: with its code, the video that it leads to, and a button that takes the visitor to its page, if they like, and the chat with them. */
function signpostCard({ page, code, title }: NonNullable<Answer['signpost']>, language: string): CardShown {
  const coded =
    code === undefined ? [] : [[{ text: `${message(language, 'code')} ` }, { text: code, strong: true as const }]];
  return {
    title: title || code || page || '',
    ...(page && VIDEO_ADDRESS.test(page) ? { video: { src: page } } : {}),
    line: [...(title || !code ? coded : []), ...(page && (title || code) ? [[{ text: page }]] : [])],
    actions: page ? [{ id: 'page', label: message(language, 'go to the page'), page }] : [],
  };
}

/**
 * What the log keeps of what an agent sends.
 * @param origin where Kineta is, for the addresses of files
 * @throws {ProblemError} `invalid_request` at the pictures, files or things for sale that are there no more
 */
export async function answerOf(
  { ports, tables }: Pick<House, 'ports' | 'tables'>,
  me: SignedIn,
  conversation: string,
  { clientId, text, pictures = [], files = [], products = [], signpost }: Answer,
  origin: string,
): Promise<EntryBody> {
  const addresses = pictures.map(({ src }) => src);
  if ((await ports.pictures.missing(me.workspace, addresses)).length > 0)
    throw gone('pictures', 'A picture is not there any more. Choose it again.');
  const cards: CardShown[] = [];
  if (files.length > 0 || products.length > 0 || signpost) {
    const row = await tables.in(me.workspace).of(conversations).one({ id: conversation });
    if (!row) throw notFound('conversation');
    const { workspace, manners, products: sold } = await ports.directories.of(me.workspace);
    const language = manners.get(row.siteId)?.language ?? workspace.language;
    const visitor = { id: row.visitorId, workspace: me.workspace };
    const found = await ports.files.uploaded(visitor, me.id, files);
    if (found.length < files.length) throw gone('files', 'A file is not there any more. Choose it again.');
    cards.push(...found.map(file => fileCard(file, origin, language)));
    for (const ref of products) {
      const product = sold.get(ref);
      if (!product) throw gone('products', `“${ref}” is not for sale any more. Choose again.`);
      cards.push(productCard(product, { language, currency: workspace.currency }));
    }
    if (signpost) cards.push(signpostCard(signpost, language));
  }
  return answeredBy({ id: me.id, name: me.name }, text, clientId, { pictures, cards });
}
