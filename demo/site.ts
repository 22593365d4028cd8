import type { AddressInfo } from 'node:net';
import express from 'express';
import { business } from './business.ts';
import { customer, customerToken } from './customer.ts';
import { heatPumps } from './products.ts';
import { onHelpPage } from './questions.ts';

interface Page {
  title: string;
  lead: string;
  body: string;
}

const card = (title: string, text: string, href: string): string =>
  `<a class="card" href="${href}"><h2>${title}</h2><p>${text}</p></a>`;

/** What it costs, for people and, as Product data (schema.org), for programs. */
const costs = `<table><tr><th>Home</th><th>Unit</th><th>Before the grant</th></tr>${heatPumps
  .map(
    ({ home, kilowatts, price }) =>
      `<tr><td>${home}</td><td>${kilowatts} kW</td><td>£${price.toLocaleString('en')}</td></tr>`,
  )
  .join('')}</table><script type="application/ld+json">${JSON.stringify({
  '@context': 'https://schema.org',
  '@graph': heatPumps.map(({ ref, name, words, price }) => ({
    '@type': 'Product',
    sku: ref,
    name,
    description: words,
    offers: {
      '@type': 'Offer',
      price,
      priceCurrency: business.currency,
      availability: 'https://schema.org/MadeToOrder',
    },
  })),
})}</script>`;

/** Where customers are signed in. Nobody is asked for a password: it is a stand-in. */
const CUSTOMERS = '/your-heat-pump';

const pages: Record<string, Page> = {
  '/': {
    title: 'A warm house on a third of the energy.',
    lead: 'We survey, fit and look after heat pumps and home batteries across Tarrowdale. One fixed price, no surprises in the loft.',
    body: `<div class="cards">${card('Heat pumps', 'From 5 kW terraces to 16 kW farmhouses.', '/heat-pumps')}${card('Batteries', 'Store the night rate, use it at tea time.', '/batteries')}${card('Insulation', 'The cheapest warmth you can buy.', '/insulation')}</div>`,
  },
  '/heat-pumps': {
    title: 'Heat pumps',
    lead: 'One fixed price after a home survey: the unit, the cylinder, up to four radiators, and two days of our fitters.',
    body: '<p>A heat pump takes warmth from the air outside and brings it in, three parts of it for every part of electricity. <a href="/heat-pumps/costs">What it costs</a>.</p>',
  },
  '/heat-pumps/costs': {
    title: 'What a heat pump costs',
    lead: 'Between £9,400 and £14,200 before the grant, fitted.',
    body: costs,
  },
  '/batteries': {
    title: 'Home batteries',
    lead: 'Store the night rate, use it at tea time.',
    body: '<p>Five or ten kilowatt hours, on an inside wall or in the garage.</p>',
  },
  '/insulation': {
    title: 'Insulation',
    lead: 'The cheapest warmth you can buy.',
    body: '<p>Lofts in a day, cavity walls in two, and a survey that says which first.</p>',
  },
  '/help': {
    title: 'Questions people ask',
    lead: 'And what we answer.',
    body: onHelpPage.map(([question, answer]) => `<h2>${question}</h2><p>${answer}</p>`).join(''),
  },
  '/book-a-survey': {
    title: 'Book a survey',
    lead: 'Ninety minutes, free, and the price at the end of it is the price.',
    body: '<p>Ask in the chat for a day that suits you.</p>',
  },
  [CUSTOMERS]: {
    title: 'Your heat pump',
    lead: `You are signed in as ${customer.name}, customer ${customer.sub}.`,
    body: '<p>8 kW, fitted in May. Next service: November. <a href="/">Sign out</a>.</p>',
  },
  '/contact': {
    title: 'Contact',
    lead: 'Tarrow, Monday to Friday 8:30 to 17:30, Saturday 9:00 to 13:00.',
    body: '<p>Write to <a href="mailto:hello@brackenrow.example">hello@brackenrow.example</a> or ring 01632 960123.</p>',
  },
  '/privacy': {
    title: 'How we use what you write',
    lead: 'To answer you, and for nothing else.',
    body: '<p>What you tell the chat is seen by the people who answer it. Ask us at any time to delete it.</p>',
  },
};

const style = `body{margin:0;background:#eef0e9;color:#1c2b22;font:17px/1.6 system-ui,sans-serif}header{background:#fff;border-bottom:1px solid #dde0d6}header div,main{max-width:1168px;margin:auto;padding:0 32px}header div{min-height:68px;display:flex;flex-wrap:wrap;align-items:center;justify-content:space-between;gap:4px 24px}header b{font:600 20px Georgia,serif}nav{display:flex;flex-wrap:wrap;gap:4px 24px}a{color:#1c4a33}nav a{color:#26332b;text-decoration:none;font-size:16px}nav a:hover{text-decoration:underline}main{padding-top:48px;padding-bottom:120px}h1{font:600 44px/1.15 Georgia,serif;max-width:640px;margin:0 0 12px}h1+p{max-width:600px}h2{font:600 18px Georgia,serif;margin:24px 0 4px}.cards{display:grid;grid-template-columns:repeat(auto-fill,minmax(190px,1fr));gap:18px;max-width:650px;margin-top:32px}.card{background:#fff;border:1px solid #dcdfd3;border-radius:8px;padding:14px 18px;text-decoration:none;color:inherit}.card h2{margin:0}.card p{margin:2px 0 0;font-size:15px}table{border-collapse:collapse;background:#fff}td,th{border:1px solid #dcdfd3;padding:8px 16px;text-align:left}@media(max-width:600px){h1{font-size:32px}header div,main{padding-left:18px;padding-right:18px}main{padding-top:28px}}`;

/** @param who what says who is signed in, for the chat’s line */
function html(page: Page, chat: string, who = ''): string {
  return `<!doctype html><html lang="en-GB"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><link rel="icon" href="data:,"><title>${page.title} · Brackenrow</title><style>${style}</style>
<script async src="${chat}/w/${business.siteKey}.js"${who && ` data-who="${who}"`}></script></head><body><header><div><b>${business.name}</b><nav><a href="/heat-pumps">Heat pumps</a><a href="/batteries">Batteries</a><a href="/insulation">Insulation</a><a href="/help">Help</a><a href="/book-a-survey">Book a survey</a></nav></div></header><main><h1>${page.title}</h1><p>${page.lead}</p>${page.body}</main></body></html>`;
}

export interface RunningSite {
  url: string;
  host: string;
  /** From here on its customers’ page says who is signed in. */
  signWith(secret: string): void;
  close(): void;
}

/**
 * Serves Brackenrow’s web site on a port of its own, so another origin than Kineta’s, with the chat included by its
 * snippet as on any site.
 * @param chat where Kineta is, such as `http://localhost:4400`
 * @param port zero takes a free one
 */
export async function startSite(chat: string, port: number): Promise<RunningSite> {
  const app = express();
  app.disable('x-powered-by');
  app.get('/robots.txt', (_, response) => {
    response
      .type('text/plain')
      .send(`User-agent: *\nDisallow: /book-a-survey\nDisallow: ${CUSTOMERS}\nSitemap: /sitemap.xml\n`);
  });
  app.get('/sitemap.xml', (request, response) => {
    const at = (path: string): string => `<url><loc>http://${request.headers.host}${path}</loc></url>`;
    // What is for customers alone is for no machine to read.
    const open = Object.keys(pages).filter(path => path !== CUSTOMERS);
    const listed = open.map(at).join('');
    response
      .type('application/xml')
      .send(`<?xml version="1.0"?><urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">${listed}</urlset>`);
  });
  let secret: string | undefined;
  app.get('/{*path}', async (request, response) => {
    const page = pages[request.path];
    const who = request.path === CUSTOMERS && secret !== undefined ? await customerToken(secret) : '';
    if (page) response.type('html').send(html(page, chat, who));
    else
      response
        .status(404)
        .type('html')
        .send(html({ title: 'Not here', lead: 'This page is gone.', body: '<p><a href="/">Home</a></p>' }, chat));
  });
  return new Promise((resolve, reject) => {
    const server = app.listen(port, '127.0.0.1', error => {
      if (error) {
        reject(error);
        return;
      }
      const host = `localhost:${(server.address() as AddressInfo).port}`;
      resolve({
        url: `http://${host}`,
        host,
        signWith(to) {
          secret = to;
        },
        close() {
          server.closeAllConnections();
          server.close();
        },
      });
    });
  });
}
