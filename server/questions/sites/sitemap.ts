import { Parser } from 'htmlparser2';

/** The addresses that a sitemap lists (sitemaps.org): pages, or further sitemaps. */
export interface Sitemap {
  pages: string[];
  sitemaps: string[];
}

/** So many are read of one. */
const MOST = 50_000;

/** Reads a sitemap; undefined of what is none. */
export function readSitemap(xml: string): Sitemap | undefined {
  const found: Sitemap = { pages: [], sitemaps: [] };
  let is: 'urlset' | 'sitemapindex' | undefined;
  const open: string[] = [];
  let text = '';
  const parser = new Parser(
    {
      onopentag(tag) {
        const name = tag.replace(/^.*:/, '');
        if (open.length === 0 && (name === 'urlset' || name === 'sitemapindex')) is = name;
        open.push(name);
        text = '';
      },
      ontext(more) {
        text += more;
      },
      onclosetag() {
        const name = open.pop();
        // An image’s address in there is no page.
        if (name === 'loc' && open.length === 2) {
          const list = is === 'urlset' ? found.pages : found.sitemaps;
          if (list.length < MOST) list.push(text.trim());
        }
        text = '';
      },
    },
    { xmlMode: true, decodeEntities: true },
  );
  parser.end(xml);
  return is && found;
}
