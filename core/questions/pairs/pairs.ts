import type { Root } from 'hast';
import { z } from 'zod';
import { asks, closes, endsAsking, labelledAnswer, labelOfAnswer, leadsOn, plain, questionKey } from './asks.ts';
import { type Block, blocksOf, type Style } from './blocks.ts';
import { cleaned } from './clean.ts';
import { type Content, childrenOf, elementsIn, isElement, textOf } from './tree.ts';
import { markdownOf } from './written.ts';

/** What a document answers: a question with its answer, or a passage under its heading, with no question of its own. */
export const FoundPart = z.object({
  kind: z.enum(['pair', 'passage']),
  /** Empty of a passage. */
  question: z.string(),
  /** CommonMark. */
  answer: z.string(),
  /** The heading that it stands under; empty at the beginning. */
  heading: z.string(),
});
export type FoundPart = z.infer<typeof FoundPart>;

type MayAsk = Extract<Block, { kind: 'may ask' }>;

/** Of what is set in one way, so much has to ask for all of it to be what is asked: “Delivery times” among questions is one. */
const MOST = 0.5;
/** How often something has to stand so for it to be meant. */
const OFTEN = 2;

const levelOf = (style: Style): number => Number(/^h(\d+)$/.exec(style)?.[1] ?? 0);

/** Whether something follows that it may be answered by, before anything of its own kind. */
function isFollowed(blocks: readonly Block[], at: number): boolean {
  const next = blocks[at + 1];
  if (!next || next.kind === 'ends') return false;
  if (next.kind === 'tells') return true;
  // A heading may be followed by smaller ones, and by lines in bold.
  const own = levelOf((blocks[at] as MayAsk).style);
  const other = levelOf(next.style);
  return own > 0 && (other === 0 || other > own) && !asks(next.text);
}

/** Blocks that may ask, by how they are set; what stands in the answer to something said apart asks nothing. */
function byStyle(blocks: readonly Block[]): Map<Style, Array<{ block: MayAsk; followed: boolean }>> {
  const found = new Map<Style, Array<{ block: MayAsk; followed: boolean }>>();
  let inAnswer = false;
  blocks.forEach((block, at) => {
    if (block.kind === 'ends') inAnswer = false;
    if (block.kind !== 'may ask') return;
    if (levelOf(block.style) > 0) inAnswer = false;
    if (leadsOn(block.text) || (inAnswer && block.style !== 'said')) return;
    if (block.style === 'said') inAnswer = true;
    const one = { block, followed: isFollowed(blocks, at) };
    const known = found.get(block.style);
    if (known) known.push(one);
    else found.set(block.style, [one]);
  });
  return found;
}

/** Which blocks ask. */
function askedIn(blocks: readonly Block[]): Set<Block> {
  const found = byStyle(blocks);
  const asked = new Set<Block>((found.get('said') ?? []).map(({ block }) => block));
  const said = asked.size;
  const add = (some: ReadonlyArray<{ block: MayAsk }>): void => {
    for (const { block } of some) if (!closes(block.text)) asked.add(block);
  };
  let headings = 0;
  for (const [style, all] of found) {
    if (levelOf(style) === 0) continue;
    const followed = all.filter(one => one.followed);
    const asking = followed.filter(({ block }) => asks(block.text));
    const isAll = asking.length >= OFTEN && asking.length >= followed.length * MOST && levelOf(style) > 1;
    add(isAll ? followed : asking);
    headings += asking.length;
  }
  const bold = (found.get('bold') ?? []).filter(one => one.followed);
  const boldAsking = bold.filter(({ block }) => asks(block.text));
  const isBoldAll = boldAsking.length >= OFTEN && boldAsking.length >= bold.length * MOST;
  // What is bold below headings that ask is a part of their answers, but where it asks itself.
  if (boldAsking.length > headings) add(isBoldAll ? bold : boldAsking);
  else add(boldAsking.filter(({ block }) => endsAsking(block.text)));
  const words = (found.get('words') ?? []).filter(({ block, followed }) => followed && endsAsking(block.text));
  // Where questions are set apart in some way, one that is not is a part of an answer.
  if (headings + boldAsking.length < OFTEN && words.length >= OFTEN && (said === 0 || words.length >= said)) add(words);
  return asked;
}

interface Open {
  asked: MayAsk;
  content: Content[];
  heading: string;
}

/** Takes the “A:” away that an answer begins with. */
function withoutLabel(content: readonly Content[]): Content[] {
  const [first, ...rest] = content;
  if (!first || !labelledAnswer(textOf(first))) return [...content];
  const label = labelOfAnswer(textOf(first)).trim();
  let left = label.length;
  const cut = (node: Content): Content[] => {
    if (left <= 0) return [node];
    if (node.type === 'text') {
      const begins = node.value.trimStart();
      const taken = Math.min(left, begins.length);
      left -= taken;
      const value = begins.slice(taken);
      return value === '' ? [] : [{ ...node, value: left <= 0 ? value.trimStart() : value }];
    }
    if (node.type !== 'element') return [node];
    const children = childrenOf(node).flatMap(cut);
    return children.length === 0 && textOf(node) !== '' ? [] : [{ ...node, children }];
  };
  return [...cut(first), ...rest];
}

/** What asks with what follows it, as it stands; and what belongs to none. */
function pairsOf(blocks: readonly Block[], asked: ReadonlySet<Block>): { pairs: FoundPart[]; left: Block[] } {
  const found: Open[] = [];
  const left: Block[] = [];
  let open: Open | undefined;
  let heading = '';
  const close = () => {
    if (open) found.push(open);
    open = undefined;
  };
  for (const block of blocks) {
    if (block.kind === 'ends') close();
    else if (block.kind === 'tells') {
      if (open) open.content.push(...block.content);
      else left.push(block);
    } else if (asked.has(block)) {
      close();
      open = { asked: block, content: [], heading };
    } else {
      const level = levelOf(block.style);
      const own = open ? levelOf(open.asked.style) : 0;
      // A heading ends what stands under one as large or smaller, and all that stands under none.
      if (level > 0 && (own === 0 || level <= own || closes(block.text))) {
        close();
        heading = block.text;
        left.push(block);
      } else if (open && !leadsOn(block.text)) open.content.push(...asContent(block));
      else if (leadsOn(block.text)) close();
      else left.push(block);
    }
  }
  close();
  const byQuestion = new Map<string, FoundPart>();
  for (const { asked: block, content, heading: under } of found) {
    const answer = markdownOf(withoutLabel(content));
    if (answer === '') continue;
    // What stands twice was named in a list of contents before.
    const key = questionKey(block.text);
    const known = byQuestion.get(key);
    if (known && known.answer.length >= answer.length) continue;
    byQuestion.delete(key);
    byQuestion.set(key, { kind: 'pair', question: plain(block.text), answer, heading: under });
  }
  return { pairs: [...byQuestion.values()], left };
}

const asContent = ({ style, content }: MayAsk): Content[] => {
  const level = levelOf(style);
  return [{ type: 'element', tagName: level > 0 ? `h${level}` : 'p', properties: {}, children: content }];
};

/** Fewer characters say nothing by themselves, and so many are one passage. */
const LEAST = 60;
const LONGEST = 1_500;

function passagesOf(left: readonly Block[]): FoundPart[] {
  const passages: FoundPart[] = [];
  let heading = '';
  let content: Content[] = [];
  const close = () => {
    const answer = markdownOf(content);
    if (answer.length >= LEAST) passages.push({ kind: 'passage', question: '', answer, heading });
    content = [];
  };
  for (const block of left) {
    if (block.kind === 'ends') continue;
    if (block.kind === 'may ask' && levelOf(block.style) > 0) {
      close();
      heading = block.text;
    } else {
      content.push(...(block.kind === 'tells' ? block.content : asContent(block)));
      if (textOf(content).length >= LONGEST) close();
    }
  }
  close();
  return passages;
}

const isOfQuestions = (title: string): boolean => /\bfaqs?\b|\bquestions\b|\bfragen\b|\bpreguntas\b/iu.test(title);

/** So much of a document’s words has to stand in pairs for the rest to be nothing but what is around them. */
const COVERED = 0.5;

/** What a document answers, in its order. @param root as it was read, with all that stands around it */
export function partsIn(root: Root): FoundPart[] {
  const titles = [...elementsIn(root)].filter(node => isElement(node, 'title', 'h1', 'h2')).map(node => textOf(node));
  const blocks = blocksOf(cleaned(root), titles.some(isOfQuestions));
  const { pairs, left } = pairsOf(blocks, askedIn(blocks));
  const inPairs = pairs.reduce((sum, { question, answer }) => sum + question.length + answer.length, 0);
  const all = blocks.reduce((sum, block) => sum + (block.kind === 'ends' ? 0 : block.text.length), 0);
  return pairs.length > 0 && inPairs >= all * COVERED ? pairs : [...pairs, ...passagesOf(left)];
}
