import type { Nodes } from 'hast';
import { toMdast } from 'hast-util-to-mdast';
import { gfmStrikethroughToMarkdown } from 'mdast-util-gfm-strikethrough';
import { gfmTableToMarkdown } from 'mdast-util-gfm-table';
import { toMarkdown } from 'mdast-util-to-markdown';
import { attribute, type Content, isElement, rootOf } from './tree.ts';

/** Where a link may lead from wherever the answer is read. */
const LEADS = /^(?:https?:|mailto:|tel:|\/(?!\/))/i;

/** Links that lead nowhere but within their own document are only words. */
const withoutPlaces = (node: Content): Content[] => {
  if (node.type !== 'element') return [node];
  const children = node.children.flatMap(withoutPlaces);
  return isElement(node, 'a') && !LEADS.test(attribute(node, 'href')) ? children : [{ ...node, children }];
};

/** A part of a document as CommonMark with tables. */
export function markdownOf(content: readonly Content[]): string {
  const tree = toMdast(rootOf(content.flatMap(withoutPlaces)) as Nodes);
  const written = toMarkdown(tree as Parameters<typeof toMarkdown>[0], {
    // Without what keeps addresses from being links: those are to be links.
    extensions: [gfmTableToMarkdown(), gfmStrikethroughToMarkdown()],
    bullet: '-',
    emphasis: '*',
    rule: '-',
    // Two spaces rather than a backslash: what is written is read as it stands, too.
    handlers: { break: () => '  \n' },
  });
  return written.trim();
}
