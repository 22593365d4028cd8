import type { ReactNode } from 'react';
import { ToCopy } from '../to-copy.tsx';

export interface InstallWay {
  name: string;
  How: (about: { snippet: string; policy: ReactNode }) => ReactNode;
}

/** The ways in which a page comes to have the line, each with what to do. */
export const installWays: readonly InstallWay[] = [
  {
    name: 'Written by hand',
    How: () => (
      <>
        <p>Put the line into every page that is to have the chat, right before {'</body>'}.</p>
        <p>It loads after the page and never holds it up. Once is enough for each page.</p>
      </>
    ),
  },
  {
    name: 'A tag manager',
    How: () => (
      <>
        <p>Make a tag of custom HTML, paste the line, and let it fire on all pages, or on those that are to have it.</p>
        <p>
          The check below will not find the line in the page’s source then. It is fine as soon as a browser has called
          back from the page.
        </p>
      </>
    ),
  },
  {
    name: 'A content management system',
    How: () => (
      <>
        <p>
          Look in the settings of the theme or template for code at the end of the body, often called footer code, and
          paste the line there. Without such a place, the theme’s footer file is the one to change.
        </p>
        <p>If it keeps pages in a cache, have them made anew.</p>
      </>
    ),
  },
  {
    name: 'A single-page application',
    How: () => (
      <>
        <p>
          Put the line into the one page that all routes start from. The chat stays where it is while routes change, and
          knows on which it is.
        </p>
        <p>Leave the element {'<kineta-chat>'} at the end of the body where it is when you draw the page anew.</p>
      </>
    ),
  },
  {
    name: 'A strict policy',
    How: ({ policy }) => (
      <>
        <p>
          Where pages come with a Content-Security-Policy, add these sources to its directives. Nothing “unsafe” is
          needed: the chat writes no styles and no scripts into the page.
        </p>
        {policy}
        <p>
          Under 'strict-dynamic', give the line the nonce of the page. The last is only for a launcher with a face or a
          picture.
        </p>
      </>
    ),
  },
  {
    name: 'It asks about cookies',
    How: ({ snippet }) => (
      <>
        <p>
          As long as your visitor has not agreed to anything being stored, let the line say so. The chat is there all
          the same, keeps nothing in their browser, and does not know them on the next page.
        </p>
        <ToCopy name="Until they agree" rows={2} text={snippet.replace('<script ', '<script data-storage="wait" ')} />
        <p>
          When they agree, take that away, and what was said is kept from there on. Put it back when they withdraw it.
        </p>
        <ToCopy
          name="When they agree"
          text={`document.querySelector('[data-storage]').removeAttribute('data-storage')`}
        />
      </>
    ),
  },
];
