import { micromark } from 'micromark';
import { gfm, gfmHtml } from 'micromark-extension-gfm';
import type { Reader } from './document.ts';
import { decoded } from './encoding.ts';
import { readHtml } from './html.ts';

/** What stands before a document about it, between lines of dashes or pluses. */
const FRONT = /^\uFEFF?(---|\+\+\+)\r?\n[\s\S]*?\r?\n\1\s*?\r?\n/;
/** Anchors that some write behind headings: `{#cancel}`. */
const ANCHOR = /^(#{1,6} .*?)[ \t]*\{#[^}\n]+\}[ \t]*$/gm;

export const markdown: Reader = {
  name: 'Markdown',
  endings: ['md', 'markdown', 'mdown', 'mkd', 'mdx'],
  types: ['text/markdown', 'text/x-markdown'],
  read(content, { type, base }) {
    const text = decoded(content, type).replace(FRONT, '').replace(ANCHOR, '$1');
    const made = micromark(text, {
      allowDangerousHtml: true,
      allowDangerousProtocol: true,
      extensions: [gfm()],
      htmlExtensions: [gfmHtml()],
    });
    return readHtml(made, base);
  },
};
