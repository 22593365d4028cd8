import type { Nodes } from 'hast';
import { toMdast } from 'hast-util-to-mdast';
import { gfmToMarkdown } from 'mdast-util-gfm';
import { toMarkdown } from 'mdast-util-to-markdown';
import { type Content, rootOf } from './tree.ts';

/** A part of a document as CommonMark with tables. */
export function markdownOf(content: readonly Content[]): string {
  const tree = toMdast(rootOf(content) as Nodes);
  const written = toMarkdown(tree as Parameters<typeof toMarkdown>[0], {
    extensions: [gfmToMarkdown()],
    bullet: '-',
    emphasis: '*',
    rule: '-',
  });
  return written.trim();
}
