import type { IncomingMessage, ServerResponse } from 'node:http';
import { join } from 'node:path';
import { plainLook, type WindowDress, windowDress } from '@kineta/core';
import type { Request, Response } from 'express';
import sirv from 'sirv';
import type { House } from '../house/house.ts';
import type { Site } from '../house/ports.ts';
import { built } from '../http/built.ts';
import { ProblemError } from '../http/problem.ts';
import { answerProblem, type Doors } from '../http/serve.ts';
import { socketsOf } from '../http/sockets.ts';
import { fileOf, filled } from './built-page.ts';
import { allows, ancestors } from './domains.ts';
import { knownSite, type Loaders } from './loaders.ts';
import type { Looks } from './looks.ts';

/** Where the page that asks lives: `Origin` when it is sent, else the origin of `Referer`. */
function pageOf(address: string | undefined): string | undefined {
  if (!address || address === 'null' || !URL.canParse(address)) return undefined;
  return new URL(address).origin;
}

const originOf = (request: Request): string | undefined => pageOf(request.get('origin') ?? request.get('referer'));

function notAllowed(site: Site, origin: string): ProblemError {
  return new ProblemError(
    'domain_not_allowed',
    `${origin} is not among the domains that may carry the chat of “${site.name}”.`,
  );
}

/** A page of the window in its dress: what it wears as a style sheet, and the rest for its script. */
function dressed(
  page: string,
  { style, ...dress }: WindowDress,
  places: Readonly<Record<string, string>> = {},
): string {
  return filled(page, { ...places, DRESS: asAttribute(JSON.stringify(dress)) }).replace(
    '</head>',
    () => `<style id="dress">${style}</style></head>`,
  );
}

const asAttribute = (text: string): string => text.replace(/[&"<>]/g, sign => `&#${sign.charCodeAt(0)};`);

/** On a wide screen its lines are no longer than they are read well, and it has nothing to close. */
const OWN_PAGE =
  'body{background:var(--rule)}#chat{max-width:44rem;margin:auto;background:var(--sheet)}.close{display:none}';

/** The page shown inside the frame when it cannot be the chat: a sentence for people, with the problem’s status. */
function refuse(error: unknown, response: Response): void {
  const { problem } =
    error instanceof ProblemError ? error : new ProblemError('unavailable', 'The chat cannot be reached right now.');
  const words = problem.detail.replace(/[<>&]/g, sign => `&#${sign.charCodeAt(0)};`);
  response
    .status(problem.status)
    .type('html')
    .send(
      `<!doctype html><meta charset="utf-8"><title>Chat</title><p style="font:16px system-ui;padding:24px">${words}</p>`,
    );
}

/** What the browser lets the chat’s window do: with whom it may speak, and in whose frame it may stand. */
function windowPolicy(speaksWith: string, ancestors: string): string {
  return [
    "default-src 'none'",
    "script-src 'self'",
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' https:",
    // Videos that agents send, or link to: nothing of those is loaded before they are played.
    "media-src 'self' https:",
    `connect-src ${speaksWith}`,
    `frame-ancestors ${ancestors}`,
    "base-uri 'none'",
    "form-action 'none'",
  ].join('; ');
}

const LOADER_HEADERS = {
  // Asked for with every page, and answered briefly while it is the same: what is put on the site is there.
  'Cache-Control': 'no-cache',
  Vary: 'Referer',
  'Content-Type': 'text/javascript; charset=utf-8',
  'Cross-Origin-Resource-Policy': 'cross-origin',
  'X-Content-Type-Options': 'nosniff',
};
const LOADER = /^\/w\/([A-Za-z0-9_-]{6,40})\.js(?:\?|$)/;

/** Answers a page that asks for a loader which was written within the last second; whatever else is asked goes on its way. */
function answerLoader(request: IncomingMessage, response: ServerResponse, loaders: Loaders): boolean {
  const [, key] = (request.method === 'GET' && LOADER.exec(request.url ?? '')) || [];
  const fresh = key === undefined ? undefined : loaders.fresh(key);
  if (!fresh) return false;
  const origin = pageOf(request.headers.origin ?? request.headers.referer);
  if (origin && !allows(fresh.site.domains, origin)) return false;
  const { text, etag } = fresh;
  if (request.headers['if-none-match'] === etag) response.writeHead(304, { ...LOADER_HEADERS, ETag: etag }).end();
  else response.writeHead(200, { ...LOADER_HEADERS, ETag: etag, 'Content-Length': Buffer.byteLength(text) }).end(text);
  return true;
}

/**
 * What visitors’ pages load: the loader, the chat’s page for the frame, and its files. Only pages of the site’s domains
 * get them: the loader is refused by where it is asked from, the frame by that and by the browser itself, which is
 * told whose frame it may be.
 */
export function siteDoors(doors: Doors, { ports, options }: House, looks: Looks, loaders: Loaders): void {
  const files = options.files.widget;
  const page = fileOf(join(files, 'window.html'), options.development);
  const rehearsal = fileOf(join(files, 'rehearsal.html'), options.development);
  const preview = fileOf(join(files, 'preview.html'), options.development);

  doors.often.push((request, response) => answerLoader(request, response, loaders));
  // Asked for as modules by pages whose chat is set in their own font, which tell who is there, or whose own script speaks with
  // the chat; shorter than any site’s key, so they are none.
  for (const name of ['fonts.js', 'here.js', 'page.js']) {
    const module = fileOf(join(files, name), options.development);
    doors.router.get(`/w/${name}`, (_, response) => {
      response
        .set({
          'Access-Control-Allow-Origin': '*',
          'Cache-Control': 'public, max-age=86400',
          'Cross-Origin-Resource-Policy': 'cross-origin',
        })
        .type('js')
        .send(module());
    });
  }

  doors.router.get('/w/:key.js', async (request, response) => {
    try {
      const { site, text, etag } = await loaders.of(request.params.key);
      const origin = originOf(request);
      if (origin && !allows(site.domains, origin)) throw notAllowed(site, origin);
      response.set({ ...LOADER_HEADERS, ETag: etag }).send(text);
    } catch (error) {
      if (!(error instanceof ProblemError)) answerProblem(error, request, response, doors.logger);
      // As a script, which says it once where whoever looks after the page looks; a refused one would only be told by number.
      else
        response
          .set(LOADER_HEADERS)
          .send(`console.warn(${JSON.stringify(`Kineta’s chat does not show here. ${error.problem.detail}`)});`);
    }
  });

  doors.router.get('/w/:key/window', async (request, response) => {
    try {
      const site = await knownSite(ports.sites, request.params.key);
      const origin = originOf(request);
      const here = `${request.protocol}://${request.get('host')}`;
      if (origin !== here && (!origin || !allows(site.domains, origin))) throw notAllowed(site, origin ?? 'This page');
      if (site.off) throw new ProblemError('unavailable', 'The chat is switched off.');
      response
        .set({
          'Content-Security-Policy': windowPolicy(`'self' ${socketsOf(request)}`, ancestors(site.domains)),
          'Cache-Control': 'no-store',
        })
        .removeHeader('X-Frame-Options');
      const dress = await looks.window(site, await ports.directories.of(site.workspace));
      response.type('html').send(
        dressed(page(), dress, {
          BOARDING: ports.boarding.issue(request.params.key),
          ORIGIN: origin === here ? '' : (origin ?? ''),
        }),
      );
    } catch (error) {
      refuse(error, response);
    }
  });

  // For letters, codes that are scanned, and places that take no script: the chat alone, which stands in no other page.
  doors.router.get('/w/:key/chat', async (request, response) => {
    try {
      const site = await knownSite(ports.sites, request.params.key);
      if (site.off) throw new ProblemError('unavailable', 'The chat is switched off.');
      if (!site.ownPage) throw new ProblemError('not_found', 'This chat has no page of its own.');
      const speaksWith = `'self' ${socketsOf(request)}`;
      response.set({ 'Content-Security-Policy': windowPolicy(speaksWith, "'none'"), 'Cache-Control': 'no-store' });
      const directory = await ports.directories.of(site.workspace);
      const dress = await looks.window(site, directory);
      // What is said of the site’s pages leads there.
      const origin = await ports.sites.originOf(site.workspace, site.id);
      const words = { BOARDING: ports.boarding.issue(request.params.key), ORIGIN: origin };
      response.type('html').send(
        dressed(page(), dress, words)
          .replace('<title>Chat</title>', () => `<title>${asAttribute(directory.workspace.name)}</title>`)
          .replace('</head>', () => `<style>${OWN_PAGE}</style></head>`),
      );
    } catch (error) {
      refuse(error, response);
    }
  });

  // The studio’s rehearsals show the same window, which is fed by the studio’s page and by nothing of the server.
  doors.router.get('/w/rehearsal', (_, response) => {
    response
      .set({ 'Content-Security-Policy': windowPolicy("'none'", "'self'"), 'Cache-Control': 'no-store' })
      .removeHeader('X-Frame-Options');
    response.type('html').send(dressed(rehearsal(), windowDress(plainLook)));
  });

  // The page on which a look is edited: the launcher and the window, fed by the studio in the same way.
  doors.router.get('/w/preview', (_, response) => {
    response
      .set({
        'Content-Security-Policy': `${windowPolicy("'none'", "'self'")}; frame-src 'self'`,
        'Cache-Control': 'no-store',
      })
      .removeHeader('X-Frame-Options');
    response.type('html').send(preview());
  });

  doors.router.use(
    '/w/faces',
    sirv(join(files, 'faces'), {
      maxAge: 86_400,
      dev: options.development ?? false,
      setHeaders: response => response.setHeader('Cross-Origin-Resource-Policy', 'cross-origin'),
    }),
  );
  doors.router.use('/w/assets', ...built(join(files, 'assets'), options.development, doors.logger));
}
