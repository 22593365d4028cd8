import type { Element, Nodes, Root } from 'hast';
import { attribute, type Content, childrenOf, elementsIn, isElement, named, rootOf, textOf } from './tree.ts';

const NEVER = new Set([
  ...[
    'script',
    'style',
    'noscript',
    'template',
    'nav',
    'footer',
    'aside',
    'form',
    'input',
    'select',
    'textarea',
    'iframe',
  ],
  ...['svg', 'canvas', 'object', 'embed', 'audio', 'video', 'dialog', 'head', 'title', 'meta', 'link', 'map', 'menu'],
]);
const ROLES = new Set([
  'navigation',
  'banner',
  'contentinfo',
  'search',
  'doc-toc',
  'doc-endnotes',
  'doc-footnote',
  'menu',
  'menubar',
  'dialog',
  'alertdialog',
  'complementary',
]);
const AROUND =
  /(?:^|[\s_-])(?:nav(?:bar|igation)?|menu|breadcrumbs?|footer|sidebar|side-?nav|cookies?|consent|share|sharing|social|related|toc|table-?of-?contents|pagination|pager|back-?to-?top|scroll-?top|skip(?:-?link)?|footnotes?|endnotes?|references|advert(?:isement)?|promo|newsletter|comments?|byline|meta|edit-?link|permalink|headerlink|anchor(?:js)?(?:-link)?|sr-only|visually-hidden|screen-reader-text|feedback|rating|helpful|print-only)(?:$|[\s_-])/iu;
const TOP =
  /^(?:[\s↑⇧▲^]*)(?:(?:back|return|go|jump) (?:up )?to (?:the )?(?:top|contents|index|start|table of contents)|(?:to )?top|nach oben|zurück (?:zum Anfang|nach oben)|haut de page|retour en haut)[\s↑⇧▲^.]*$/iu;
const AROUND_TEXT =
  /^(?:was this (?:page|article|answer|information)? ?(?:helpful|useful)\?.*|(?:last|zuletzt) (?:updated|modified|reviewed|changed|geändert)\b.{0,40}\d.{0,20}|yes ?\/? ?no|share(?: this)?(?: (?:page|article|answer))?(?: (?:on|via) .{0,30})?|print(?: this page)?|edit(?: this page)?(?: on \w+)?|copy link|permalink|skip to (?:main )?content|(?:expand|collapse|open|close) all(?: (?:questions|answers|sections|items))?(?: \W? ?(?:expand|collapse|open|close) all)?|page \d+(?: of \d+)?)[.:]?$/iu;

/** Of a list of contents so much is links to places of the document itself. */
const MOST = 0.8;

/** So much of a page is most of what it says. */
const MUCH = 0.5;

/** What is known of the whole of a document: the places in it that links may lead to, and how long its text is. */
interface Page {
  ids: ReadonlySet<string>;
  length: number;
}

/** Whether something leads to places of this document and says little else, as lists of contents do. */
function isContents(node: Element, { ids }: Page): boolean {
  const links = [...elementsIn(node)].filter(one => {
    const [, place] = attribute(one, 'href').split('#');
    return (
      isElement(one, 'a') &&
      place !== undefined &&
      place !== '' &&
      (attribute(one, 'href').startsWith('#') || ids.has(place))
    );
  });
  if (links.length < 2) return false;
  const inLinks = links.reduce((sum, link) => sum + textOf(link).length, 0);
  return inLinks >= textOf(node).replace(/[\d.\s]+/g, ' ').length * MOST;
}

const isFootnoteMark = (node: Element): boolean =>
  node.tagName === 'sup' &&
  [...elementsIn(node)].some(one => isElement(one, 'a') && attribute(one, 'href').startsWith('#'));

/** What is around the text of a page rather than in it. */
function isAround(node: Element, page: Page): boolean {
  const { tagName } = node;
  if (NEVER.has(tagName) || ROLES.has(attribute(node, 'role')))
    return !(/^(?:form|aside)$/.test(tagName) && holdsMuch(node, page));
  // What is folded away is hidden as well: only marks of a page are gone by, never that.
  if (AROUND.test(named(node)) && !/^(?:main|article|body|h[1-6])$/.test(tagName)) return !holdsMuch(node, page);
  if (/^(?:ul|ol|dl|table|p|div)$/.test(tagName) && isContents(node, page)) return true;
  if (isFootnoteMark(node)) return true;
  if (
    tagName === 'a' &&
    /^(?:[¶#§🔗]|\s*)$/u.test(textOf(node)) &&
    ![...elementsIn(node)].some(one => isElement(one, 'img'))
  )
    return true;
  const text = textOf(node);
  if (tagName === 'button')
    return !/^(?:true|false)$/.test(attribute(node, 'ariaExpanded')) && attribute(node, 'ariaControls') === '';
  return (
    text.length < 90 && /^(?:a|p|div|span|li|small|em)$/.test(tagName) && (TOP.test(text) || AROUND_TEXT.test(text))
  );
}

/** A part that is called as what is around pages are, and holds most of what a page says, is no such thing: “with-sidebar”. */
const holdsMuch = (node: Element, { length }: Page): boolean =>
  !isElement(node, 'nav', 'footer') && textOf(node).length >= length * MUCH;

function without(node: Content, page: Page): Content[] {
  if (node.type === 'comment') return [];
  if (!isElement(node)) return [node];
  if (isAround(node, page)) return [];
  const children = node.children.flatMap(child => without(child, page));
  // A heading stands for what it says, whatever it is wrapped in.
  if (isElement(node, 'header', 'hgroup') && !children.some(child => isElement(child))) return [];
  return [{ ...node, children }];
}

function first(root: Nodes, test: (node: Element) => boolean): Element | undefined {
  for (const node of elementsIn(root)) if (test(node)) return node;
  return undefined;
}

/** So much of a page’s text has to stand in what it calls its main part for that to be gone by. */
const MAIN = 0.3;

/** What a document says, without what stands around it: ways to other pages, lists of contents, marks of footnotes, ways back up. */
export function cleaned(root: Root): Root {
  const body = first(root, node => isElement(node, 'body')) ?? root;
  const ids = new Set(
    [...elementsIn(root)].flatMap(node => [attribute(node, 'id'), isElement(node, 'a') ? attribute(node, 'name') : '']),
  );
  const page = { ids, length: textOf(body).length };
  const all = rootOf(childrenOf(body).flatMap(child => without(child, page)));
  const main = first(all, node => isElement(node, 'main') || attribute(node, 'role') === 'main');
  return main && textOf(main).length >= textOf(all).length * MAIN ? rootOf(main.children) : all;
}
