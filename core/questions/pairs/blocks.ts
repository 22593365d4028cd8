import type { Element, Root } from 'hast';
import { asks, endsAsking, labelledAnswer, labelledAsked, plain } from './asks.ts';
import {
  attribute,
  type Content,
  childrenOf,
  elementsIn,
  hasBlocks,
  isBlock,
  isElement,
  named,
  paragraphOf,
  textOf,
} from './tree.ts';

/** How something is set apart as what is asked, or may be. */
export type Style =
  /** By the document itself: a summary, a term, what a button unfolds, a cell, “Q:”. */
  | 'said'
  /** A heading, by its level. */
  | `h${number}`
  /** A paragraph, or the beginning of one, in bold. */
  | 'bold'
  /** A line in italics. */
  | 'italics'
  /** Nothing but its words. */
  | 'words';

/** A document as one thing behind the other. */
export type Block =
  | { kind: 'may ask'; style: Style; content: Content[]; text: string }
  | { kind: 'tells'; content: Content[]; text: string }
  /** What was said apart ends here: nothing that follows belongs to it. */
  | { kind: 'ends' };

const asking = (style: Style, content: Content[]): Block => ({
  kind: 'may ask',
  style,
  content,
  text: textOf(content),
});
const telling = (content: Content[]): Block[] => {
  const text = textOf(content);
  const shows = content.some(node =>
    [node, ...childrenOf(node)].some(one => [...elementsIn(one)].some(each => isElement(each, 'img', 'pre'))),
  );
  return text === '' && !shows ? [] : [{ kind: 'tells', content, text }];
};

/** A question is no longer than this, in characters. */
const LONGEST = 300;
/** Of what may be a list of questions at least so much has to look like one. */
const MOST = 0.6;

const HEADING = /^h([1-6])$/;
const isBold = (node: Content): boolean =>
  isElement(node, 'strong', 'b') ||
  (isElement(node) && /font-weight:\s*(?:bold|[6-9]00)/.test(attribute(node, 'style'))) ||
  (isElement(node, 'span', 'u', 'em', 'i', 'font', 'a') &&
    node.children.filter(isText).length > 0 &&
    node.children.filter(isText).every(isBold));
const isText = (node: Content): boolean => textOf(node) !== '';

/** The parts of a paragraph between its line breaks. */
function linesOf(content: readonly Content[]): Content[][] {
  const lines: Content[][] = [[]];
  for (const node of content)
    if (isElement(node, 'br')) lines.push([]);
    else lines.at(-1)!.push(node);
  return lines.filter(line => line.some(isText));
}

/** The bold beginning of a line, and what follows it. */
function boldStart(line: readonly Content[]): { bold: Content[]; rest: Content[] } {
  const begins = line.findIndex(isText);
  let end = begins;
  while (end >= 0 && end < line.length && (isBold(line[end]!) || !isText(line[end]!))) end++;
  return { bold: line.slice(Math.max(0, begins), Math.max(0, end)), rest: line.slice(Math.max(0, end)) };
}

/** What a paragraph says: a question in bold with its answer behind it, “Q:” and “A:” in lines, or what it is. */
function ofParagraph(content: readonly Content[]): Block[] {
  const lines = linesOf(content);
  const first = lines[0];
  if (!first) return telling([...content]);
  const text = textOf(first);
  const rest = lines.slice(1);
  const isLabelled = lines.some(line => labelledAsked(textOf(line)) && asks(textOf(line)));
  if (isLabelled && (lines.length > 1 || labelledAsked(text)))
    return lines.flatMap((line): Block[] => {
      const words = textOf(line);
      if (labelledAsked(words) && !(labelledAnswer(words) && !asks(words)) && words.length <= LONGEST)
        return [asking('said', line)];
      return telling([paragraphOf(line)]);
    });
  const behind = (more: readonly Content[]): Block[] =>
    telling([paragraphOf(joinedLines([...(more.some(isText) ? [[...more]] : []), ...rest]))]);
  const { bold, rest: after } = boldStart(first);
  const boldText = textOf(bold);
  if (boldText !== '' && boldText.length <= LONGEST) {
    if (!after.some(isText)) return [asking('bold', bold), ...behind([])];
    if (endsAsking(boldText)) return [asking('bold', bold), ...behind(after)];
  }
  if (
    rest.length === 0 &&
    text.length <= LONGEST &&
    !endsAsking(text) &&
    first.filter(isText).every(node => isElement(node, 'em', 'i'))
  )
    return [asking('italics', first)];
  if (rest.length > 0 && endsAsking(text) && text.length <= LONGEST) return [asking('words', first), ...behind([])];
  if (rest.length === 0 && endsAsking(text) && text.length <= LONGEST && isOneSentence(plain(text)))
    return [asking('words', first)];
  return telling([paragraphOf(content)]);
}

const isOneSentence = (text: string): boolean =>
  !/[.!]\s+\p{Lu}/u.test(text.replace(/\b(?:e\.g|i\.e|z\.b|mr|dr|no)\.\s/giu, ''));

const joinedLines = (lines: readonly Content[][]): Content[] =>
  lines.flatMap((line, at): Content[] =>
    at === 0 ? line : [{ type: 'element', tagName: 'br', properties: {}, children: [] }, ...line],
  );

/** Panels by their identities, and what unfolds them. */
interface Folds {
  panels: ReadonlyMap<string, Element>;
  unfolded: Set<Element>;
  /** The document says that it is one of questions: what is set apart in it need not ask. */
  isFaq: boolean;
}

const targetOf = (node: Element): string =>
  attribute(node, 'ariaControls') ||
  (attribute(node, 'dataBsTarget') || attribute(node, 'dataTarget') || attribute(node, 'dataToggleTarget')).replace(
    /^#/,
    '',
  ) ||
  (isElement(node, 'a') &&
  (attribute(node, 'dataToggle') || attribute(node, 'dataBsToggle') || attribute(node, 'role') === 'button')
    ? attribute(node, 'href').replace(/^#/, '')
    : '');

const unfolds = (node: Element): boolean =>
  (isElement(node, 'button', 'a') || attribute(node, 'role') === 'button') &&
  (attribute(node, 'ariaExpanded') !== '' || targetOf(node) !== '');

/** What is called a question, or the part of something folded away that is always seen. */
const CALLED =
  /(?:^|[\s_-])(?:question|accordion[_-]*(?:title|head(?:er|ing)?|button|trigger|toggle|label)|faqs?[_-]*(?:q|title|head(?:er|ing)?|trigger|toggle)|(?:collapse|collapsible|toggle|expander|disclosure)[_-]*(?:title|head(?:er|ing)?|button|trigger|label)?)(?:$|[\s_-])/iu;
const isCalled = (node: Element): boolean =>
  CALLED.test(named(node)) &&
  ![...elementsIn(node)].some(one => HEADING.test(one.tagName) && one !== node) &&
  asks(textOf(node));

/** What unfolds something, where this is nothing else: a button, or a heading around one. */
function unfolding(node: Element): Element | undefined {
  for (const one of elementsIn(node))
    if (unfolds(one) || isCalled(one)) return textOf(one).length >= textOf(node).length * 0.8 ? one : undefined;
  return undefined;
}

class Reading {
  private readonly blocks: Block[] = [];
  private readonly folds: Folds;

  constructor(folds: Folds) {
    this.folds = folds;
  }

  read(children: readonly Content[]): Block[] {
    this.all(children);
    return this.blocks;
  }

  /** Things one behind the other; words between them are paragraphs. */
  private all(children: readonly Content[]): void {
    let loose: Content[] = [];
    const close = () => {
      if (loose.some(isText)) this.blocks.push(...ofParagraph(loose));
      loose = [];
    };
    children.forEach((node, at) => {
      if (isElement(node) && this.folds.unfolded.has(node)) return;
      const opener =
        isElement(node) && textOf(node) !== '' && textOf(node).length <= LONGEST ? unfolding(node) : undefined;
      if (opener) {
        close();
        this.unfold(node as Element, opener, children.slice(at + 1));
      } else if (isElement(node) && (isBlock(node) || hasBlocks(node))) {
        close();
        this.one(node);
      } else loose.push(node);
    });
    close();
  }

  /** What a button unfolds: what it names, else what stands behind it. */
  private unfold(node: Element, opener: Element, behind: readonly Content[]): void {
    const next = behind.find(one => isElement(one)) as Element | undefined;
    const panel = this.folds.panels.get(targetOf(opener)) ?? next;
    if (!panel || panel === node) {
      this.blocks.push(...telling([node]));
      return;
    }
    this.folds.unfolded.add(panel);
    this.apart([node], panel.children);
  }

  private apart(asked: Content[], told: readonly Content[]): void {
    this.blocks.push(asking('said', asked));
    this.all(told);
    this.blocks.push({ kind: 'ends' });
  }

  private one(node: Element): void {
    const level = HEADING.exec(node.tagName)?.[1];
    if (level !== undefined) this.blocks.push(asking(`h${Number(level)}`, node.children));
    else if (isElement(node, 'details')) this.details(node);
    else if (isElement(node, 'dl')) this.terms(node);
    else if (isElement(node, 'table')) this.table(node);
    else if (isElement(node, 'ul', 'ol')) this.list(node);
    else if (isElement(node, 'pre', 'hr', 'figure')) this.blocks.push(...telling([node]));
    else if (isElement(node, 'blockquote') && ![...elementsIn(node)].some(one => HEADING.test(one.tagName)))
      this.blocks.push(...telling([node]));
    else if (isElement(node, 'p') && !hasBlocks(node)) this.blocks.push(...ofParagraph(node.children));
    else if (attribute(node, 'role') === 'heading')
      this.blocks.push(asking(`h${Number(attribute(node, 'ariaLevel')) || 2}`, node.children));
    else if (/\bQuestion$/.test(attribute(node, 'itemType'))) this.marked(node);
    else this.all(node.children);
  }

  private details(node: Element): void {
    const summary = node.children.find(child => isElement(child, 'summary'));
    const told = node.children.filter(child => child !== summary);
    if (!summary) this.all(told);
    // What folds several questions away is a part, and no question.
    else if (told.some(child => [...elementsIn(child)].some(one => isElement(one, 'details')))) {
      this.blocks.push(asking('h2', childrenOf(summary)), ...[]);
      this.all(told);
    } else this.apart(childrenOf(summary), told);
  }

  /** Microdata: a question with its accepted answer. */
  private marked(node: Element): void {
    const part = (name: string) =>
      [...elementsIn(node)].find(one => attribute(one, 'itemProp').split(' ').includes(name));
    const asked = part('name');
    const answer = part('text') ?? part('acceptedAnswer');
    if (asked && answer) this.apart(asked.children, answer.children);
    else this.all(node.children);
  }

  private terms(node: Element): void {
    const parts = node.children.flatMap(child => (isElement(child, 'div') ? child.children : [child]));
    let asked: Content[] = [];
    let told: Content[] = [];
    const close = () => {
      if (asked.length > 0 && told.length > 0) this.apart(asked, told);
      asked = [];
      told = [];
    };
    for (const part of parts) {
      if (isElement(part, 'dt')) {
        if (told.length > 0) close();
        asked.push(...(asked.length > 0 ? [{ type: 'text', value: ' / ' } as Content] : []), ...part.children);
      } else if (isElement(part, 'dd')) told.push(...(hasBlocks(part) ? part.children : [paragraphOf(part.children)]));
    }
    close();
  }

  private table(node: Element): void {
    const rows = rowsOf(node)
      .map(row => row.children.filter(cell => isElement(cell, 'td', 'th')) as Element[])
      .filter(cells => cells.length > 1);
    if (this.questionRows(node)) return;
    const head = rows[0]?.map(cell => textOf(cell)) ?? [];
    const asked = head.findIndex(cell =>
      /^(?:(?:the |your )?questions?|q|frage|pregunta|question posée)$/iu.test(cell),
    );
    const answered = head.findIndex(cell => /^(?:(?:the |our )?answers?|a|antwort|respuesta|réponse)$/iu.test(cell));
    const isHeaded = asked >= 0 && answered >= 0;
    const data = isHeaded ? rows.slice(1) : rows;
    const column = isHeaded ? asked : data.length > 1 ? questionsColumn(data) : -1;
    if (column < 0) {
      if (isLayout(node)) for (const cell of cellsOf(node)) this.all(cell.children);
      else this.blocks.push(...telling([node]));
      return;
    }
    for (const cells of data) {
      const question = cells[column];
      if (!question || textOf(question) === '') continue;
      if (!isHeaded && !asks(textOf(question))) continue;
      const answers = isHeaded ? [cells[answered]] : cells.slice(column + 1);
      const told = answers.flatMap(cell =>
        cell ? (hasBlocks(cell) ? cell.children : [paragraphOf(cell.children)]) : [],
      );
      this.apart(question.children, told);
    }
  }

  /** Rows that say of themselves that they are questions and answers, one below the other. */
  private questionRows(node: Element): boolean {
    const rows = rowsOf(node);
    const isOf = (row: Element, what: RegExp) => what.test(attribute(row, 'className'));
    if (!rows.some(row => isOf(row, /\bquestion\b/)) || !rows.some(row => isOf(row, /\banswer\b/))) return false;
    let question: Content[] = [];
    for (const row of rows) {
      const cells = row.children.filter(cell => isElement(cell, 'td', 'th')) as Element[];
      const last = cells.at(-1);
      if (!last) continue;
      if (isOf(row, /\bquestion\b/)) question = last.children;
      else if (isOf(row, /\banswer\b/) && question.length > 0) {
        this.apart(question, last.children);
        question = [];
      } else if (!elementsInside(row, 'tr')) this.all(cells.flatMap(cell => cell.children));
    }
    return true;
  }

  /** A list is one thing, but where its entries are questions with their answers. */
  private list(node: Element): void {
    const items = node.children.filter(child => isElement(child, 'li')) as Element[];
    const read = items.map(item => new Reading(this.folds).read(item.children));
    // Among questions, an entry that begins with a title of its own asks, whatever it says.
    const mayAsk = ({ style, text }: Extract<Block, { kind: 'may ask' }>) =>
      asks(text) || (this.folds.isFaq && items.length > 2 && (style === 'bold' || style === 'italics'));
    const asked = read.filter(
      ([first, second]) => first?.kind === 'may ask' && mayAsk(first) && second !== undefined && second.kind !== 'ends',
    );
    if (items.length > 0 && asked.length >= items.length * MOST)
      for (const blocks of read) {
        const [first, ...rest] = blocks;
        if (first?.kind === 'may ask' && first.style !== 'said' && !HEADING.test(first.style))
          this.blocks.push({ ...first, style: 'said' }, ...rest, { kind: 'ends' });
        else this.blocks.push(...blocks);
      }
    else this.blocks.push(...telling([node]));
  }
}

const elementsInside = (node: Element, name: string): boolean =>
  childrenOf(node).some(child => [...elementsIn(child)].some(one => isElement(one, name)));

const rowsOf = (node: Element): Element[] =>
  (node.children.filter(child => isElement(child)) as Element[]).flatMap(child =>
    isElement(child, 'tr') ? [child] : isElement(child, 'thead', 'tbody', 'tfoot') ? rowsOf(child) : [],
  );

/** The cells of a table itself, without those of tables in them. */
const cellsOf = (node: Element): Element[] =>
  (node.children.filter(child => isElement(child)) as Element[]).flatMap(child =>
    isElement(child, 'td', 'th') ? [child] : isElement(child, 'table') ? [] : cellsOf(child),
  );

/** Whether a table only puts parts of a page beside each other. */
const isLayout = (node: Element): boolean =>
  rowsOf(node).every(row => row.children.filter(cell => isElement(cell, 'td', 'th')).length < 2) ||
  elementsInside(node, 'table') ||
  ['h1', 'h2', 'h3', 'h4', 'details', 'dl'].some(name => elementsInside(node, name));

/** The column of a table in which questions stand, before one that answers them; -1 where there is none. */
function questionsColumn(rows: readonly Element[][]): number {
  const width = Math.max(...rows.map(cells => cells.length));
  for (let column = 0; column < width - 1; column++) {
    const texts = rows
      .flatMap(cells => cells[column] ?? [])
      .map(cell => textOf(cell))
      .filter(Boolean);
    if (texts.length >= 2 && texts.filter(endsAsking).length >= texts.length * MOST) return column;
  }
  return -1;
}

/**
 * A cleaned document as one thing behind the other, with what may be asked in it.
 * @param isFaq whether it says that it is one of questions
 */
export function blocksOf(root: Root, isFaq = false): Block[] {
  const panels = new Map<string, Element>();
  for (const node of elementsIn(root)) {
    const id = attribute(node, 'id');
    if (id !== '') panels.set(id, node);
  }
  return new Reading({ panels, unfolded: new Set(), isFaq }).read(root.children as Content[]);
}
