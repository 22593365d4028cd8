import type { Nodes, PhrasingContent, RootContent } from 'mdast';
import { fromMarkdown } from 'mdast-util-from-markdown';
import { gfmTableFromMarkdown } from 'mdast-util-gfm-table';
import { gfmTable } from 'micromark-extension-gfm-table';
import { z } from 'zod';
import { Link, TextSpan } from '../flow/line.ts';
import { Picture } from '../flow/shown.ts';

/** A stretch of an answer’s text. */
const AnswerSpan = TextSpan.extend({ code: z.literal(true).optional() });
type AnswerSpan = z.infer<typeof AnswerSpan>;

/**
 * A part of an answer, ready to be shown: never markup, with links and pictures that may be shown alone. What stands in a list or a quote is
 * itself parts.
 */
export type AnswerBlock =
  | { says: AnswerSpan[]; heads?: true | undefined }
  | { list: AnswerBlock[][]; from?: number | undefined }
  | { table: AnswerSpan[][][] }
  | { code: string }
  | { quote: AnswerBlock[] }
  | { picture: Picture };

const Spans = z.array(AnswerSpan);
export const AnswerBlock: z.ZodType<AnswerBlock> = z.lazy(() =>
  z.union([
    z.object({ says: Spans, heads: z.literal(true).optional() }),
    z.object({ list: z.array(z.array(AnswerBlock)), from: z.number().optional() }),
    z.object({ table: z.array(z.array(Spans)) }),
    z.object({ code: z.string() }),
    z.object({ quote: z.array(AnswerBlock) }),
    z.object({ picture: Picture }),
  ]),
);

/** Lists in lists in lists are shown as one from here on. */
const DEEPEST = 6;
const LONGEST_SPAN = 4_000;

function spansOf(nodes: readonly PhrasingContent[], set: Omit<AnswerSpan, 'text'> = {}): AnswerSpan[] {
  return nodes.flatMap((node): AnswerSpan[] => {
    switch (node.type) {
      case 'strong':
        return spansOf(node.children, { ...set, strong: true });
      case 'emphasis':
        return spansOf(node.children, { ...set, emphasis: true });
      case 'link': {
        const link = Link.safeParse(node.url);
        return spansOf(node.children, link.success ? { ...set, link: link.data } : set);
      }
      case 'break':
        return [{ ...set, text: '\n' }];
      case 'inlineCode':
        return cutUp(node.value, { ...set, code: true });
      case 'image':
        return cutUp(node.alt ?? '', set);
      default:
        // What looks like HTML is text, and so is what this knows nothing of.
        return 'children' in node ? spansOf(node.children, set) : 'value' in node ? cutUp(node.value, set) : [];
    }
  });
}

function cutUp(text: string, set: Omit<AnswerSpan, 'text'>): AnswerSpan[] {
  const spans: AnswerSpan[] = [];
  for (let from = 0; from < text.length; from += LONGEST_SPAN)
    spans.push({ ...set, text: text.slice(from, from + LONGEST_SPAN) });
  return spans;
}

/** A paragraph’s pictures stand by themselves. */
function paragraph(children: readonly PhrasingContent[]): AnswerBlock[] {
  const blocks: AnswerBlock[] = [];
  let words: PhrasingContent[] = [];
  const close = (): void => {
    const says = spansOf(words);
    if (says.some(({ text }) => text.trim() !== '')) blocks.push({ says });
    words = [];
  };
  for (const child of children) {
    const picture = child.type === 'image' ? Picture.safeParse({ src: child.url, alt: child.alt ?? '' }) : undefined;
    if (picture?.success) {
      close();
      blocks.push({ picture: picture.data });
    } else words.push(child);
  }
  close();
  return blocks;
}

function blockOf(node: RootContent, depth: number): AnswerBlock[] {
  switch (node.type) {
    case 'paragraph':
      return paragraph(node.children);
    case 'heading':
      return [{ says: spansOf(node.children), heads: true }];
    case 'code':
      return [{ code: node.value }];
    case 'html':
      return [{ says: cutUp(node.value, {}) }];
    case 'table':
      return [{ table: node.children.map(({ children }) => children.map(cell => spansOf(cell.children))) }];
    case 'blockquote':
      return depth < DEEPEST ? [{ quote: inside(node.children, depth) }] : inside(node.children, depth);
    case 'list': {
      const items = node.children.map(item => inside(item.children, depth));
      if (depth >= DEEPEST) return items.flat();
      return [{ list: items, ...(node.ordered ? { from: node.start ?? 1 } : {}) }];
    }
    default:
      return [];
  }
}

const inside = (nodes: readonly Nodes[], depth: number): AnswerBlock[] =>
  nodes.flatMap(node => blockOf(node as RootContent, depth + 1));

/** An answer as it is shown, of CommonMark with tables. */
export function answerBlocks(text: string): AnswerBlock[] {
  const { children } = fromMarkdown(text, { extensions: [gfmTable()], mdastExtensions: [gfmTableFromMarkdown()] });
  return children.flatMap(node => blockOf(node, 0));
}

const plainOf = (spans: readonly AnswerSpan[]): string => spans.map(({ text }) => text).join('');

/** The same as plain text, a line each part. */
export function blocksText(blocks: readonly AnswerBlock[]): string {
  return blocks
    .flatMap(block => {
      if ('says' in block) return plainOf(block.says);
      if ('list' in block) return block.list.map(item => `– ${blocksText(item)}`);
      if ('table' in block) return block.table.map(row => row.map(plainOf).join(' · '));
      if ('quote' in block) return blocksText(block.quote);
      return 'code' in block ? block.code : block.picture.alt;
    })
    .filter(line => line !== '')
    .join('\n');
}
