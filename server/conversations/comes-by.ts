import { cut, FACT_IN_LINK, type GivenFacts } from '@kineta/core';
import type { Came } from '../house/ports.ts';
import type { Told } from './outside.ts';

/** What a page’s address carries for who is spoken to first; it is no part of the page. */
const PASSER = 'kineta-met';
/**
 * What our own script hands over stands behind the hash, which it alone can write there: what a link to the page brings along would else be
 * said in a visitor’s name, or make them known to whoever made up the link.
 */
const CUE = 'kineta-cue';
const MARK = 'kineta-mark';
const SAYS = 'kineta-say';

/** What the page’s own script says, as JSON. */
const FACTS = 'kineta-facts';
/** So many facts are told at once. */
const MOST_FACTS = 50;

/** How somebody comes to the chat, as the page that they came from hands it over. */
export interface ComesBy {
  /** The page without what it carries. */
  page: string;
  /** By which tab somebody of the team speaks first. */
  passer?: string;
  /** By which cue, and from which origin. */
  came?: Came;
  origin?: string;
  /** By what its page knows the browser again. */
  mark?: string;
  /** The reply that was pressed beside the launcher. */
  says?: string;
  /** What the link and the page’s own script say of them. */
  told?: Pick<Told, 'link' | 'page'>;
}

/** What a page’s own script says; nothing where that cannot be read. */
function pageFacts(json: string | null): GivenFacts {
  try {
    const read: unknown = JSON.parse(json ?? '{}');
    return typeof read === 'object' && read !== null
      ? Object.fromEntries(Object.entries(read).slice(0, MOST_FACTS))
      : {};
  } catch {
    return {};
  }
}

/** Takes out of an address what a link says. */
function linkFacts({ searchParams }: URL): GivenFacts {
  const found = [...searchParams].filter(([name]) => name.startsWith(FACT_IN_LINK)).slice(0, MOST_FACTS);
  for (const [name] of found) searchParams.delete(name);
  return Object.fromEntries(found.map(([name, value]) => [name.slice(FACT_IN_LINK.length), value]));
}

const CARRIED = /^([a-z0-9-]{1,40})~(\d{1,7})~(\d{1,7})~(\d{1,3})~(https?:\/\/[^/?#~]{1,260})$/i;

/** Reads what the page of a chat carries; whatever is not as it is written is as if it were not there. */
export function comesBy(page: string): ComesBy {
  const address = URL.canParse(page, 'https://site.example') ? new URL(page, 'https://site.example') : undefined;
  const passer = address?.searchParams.get(PASSER);
  if (!address || (!passer && address.hash === '' && !address.search.includes(FACT_IN_LINK))) return { page };
  address.searchParams.delete(PASSER);
  const link = linkFacts(address);
  const carried = new URLSearchParams(address.hash.slice(1));
  const said = pageFacts(carried.get(FACTS));
  const [told = '', mark = '', says] = [CUE, MARK, SAYS].map(name => carried.get(name) ?? '');
  const [, cue, visits, seconds, read, origin] = CARRIED.exec(told) ?? [];
  return {
    page: address.pathname + address.search,
    ...(passer ? { passer } : {}),
    ...(cue !== undefined && origin !== undefined
      ? {
          came: { cue, visits: Number(visits) || 1, seconds: Number(seconds), read: Math.min(100, Number(read)) },
          origin,
        }
      : {}),
    ...(/^[A-Za-z0-9_-]{22}$/.test(mark) ? { mark } : {}),
    ...(says ? { says: cut(says, 40) } : {}),
    ...(Object.keys({ ...link, ...said }).length > 0 ? { told: { link, page: said } } : {}),
  };
}
