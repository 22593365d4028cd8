import type { InstallCode, InstallFinding } from '@kineta/contract';

export interface FindingWords {
  tone: 'fine' | 'waits' | 'wrong';
  /** What was found, and what to do about it. */
  title: string;
  says: string;
}

/** Why a page could not be read, by what the server says of it. */
const reasons: Readonly<Record<string, string>> = {
  inside: 'Its address lies inside a private network, where Kineta does not look.',
  'no page': 'What is there is no page of HTML.',
  slow: 'It took longer than ten seconds.',
  silent: 'Nothing answers there. Is the address right, and is the page up?',
  'round in circles': 'It sends from one address to another and never arrives.',
};

const words: Record<
  InstallCode,
  (finding: InstallFinding, site: { name: string; domains: readonly string[] }) => FindingWords
> = {
  fine: () => ({
    tone: 'fine',
    title: 'The chat is on this page.',
    says: 'The line is there, nothing stops it, and browsers have it.',
  }),
  'put in by a script': () => ({
    tone: 'fine',
    title: 'The chat is on this page.',
    says: 'Its source does not have the line, but browsers do: a tag manager or a script puts it in.',
  }),
  'never came back': () => ({
    tone: 'waits',
    title: 'The line is there, and no browser has called back yet.',
    says: 'Open the page once in a browser. If this still stands here then, another script of the page or a blocker in that browser stops it.',
  }),
  twice: () => ({
    tone: 'waits',
    title: 'The line is there twice.',
    says: 'One chat shows, and the page loads more than it needs. Remove one of the lines.',
  }),
  'old key': () => ({
    tone: 'waits',
    title: 'The line has the key before.',
    says: 'It goes on for a day after the key was changed. Put the line of today in its place.',
  }),
  'wrong key': ({ about }) => ({
    tone: 'wrong',
    title: 'The line has the key of another site.',
    says: `It says ${about}. Put the line from here in its place.`,
  }),
  'wrong address': ({ about }) => ({
    tone: 'wrong',
    title: 'The line loads the chat from somewhere else.',
    says: `It asks ${about}. Put the line from here in its place.`,
  }),
  'in a comment': () => ({
    tone: 'wrong',
    title: 'The line stands in a comment.',
    says: 'Browsers skip what is between <!-- and -->. Move it out of there.',
  }),
  missing: () => ({
    tone: 'wrong',
    title: 'The line is not on this page.',
    says: 'Was it saved and published? If pages are cached, it may take until they are made anew.',
  }),
  'blocked by the policy': ({ about = '' }) => ({
    tone: 'wrong',
    title: 'The page’s own policy keeps the chat out.',
    says: `Its Content-Security-Policy stops it in ${about}. Add the lines for a strict policy, from below.`,
  }),
  'domain not allowed': ({ about }, { name, domains }) => ({
    tone: 'wrong',
    title: `${about} is none of the domains of ${name}.`,
    says: `Only pages of ${domains.join(', ')} may carry this chat. Is this another site, or a domain to add?`,
  }),
  'page not reached': ({ about = '' }) => ({
    tone: 'wrong',
    title: 'The page could not be read.',
    says: reasons[about] ?? `It answered with status ${about}.`,
  }),
};

/** What was found in words, and what to do about it. */
export function findingWords(
  finding: InstallFinding,
  site: { name: string; domains: readonly string[] },
): FindingWords {
  return words[finding.code](finding, site);
}
