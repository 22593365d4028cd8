import type { InstallFinding } from '@kineta/contract';
import { type DefaultTreeAdapterMap, parse } from 'parse5';
import type { PageFetched } from '../../house/ports.ts';
import { stopped } from './policy.ts';

type Node = DefaultTreeAdapterMap['node'];
type Element = DefaultTreeAdapterMap['element'];

/** An element of a page that loads a chat of ours. */
interface Loader {
  key: string;
  script: URL;
  line: number;
  nonce: string | undefined;
}

const attribute = ({ attrs }: Element, wanted: string): string | undefined =>
  attrs.find(({ name }) => name === wanted)?.value;

/** Every node of a page, in its order. What is written in templates is not shown, and not looked at. */
function* nodesOf(node: Node): Generator<Node> {
  yield node;
  if ('childNodes' in node) for (const child of node.childNodes) yield* nodesOf(child);
}

const LOADER = /\/w\/([A-Za-z0-9_-]{6,40})\.js(?:[?#]|$)/;

/**
 * What a page’s source says of the chat of a site.
 * @param site its key, the one before while that is good, and the origin that the chat is loaded from
 */
export function lookInto(
  { url, html, policies }: PageFetched,
  site: { key: string; oldKey: string | null; origin: string },
): InstallFinding[] {
  const document = parse(html, { sourceCodeLocationInfo: true });
  const loaders: Loader[] = [];
  const commented: number[] = [];
  const ofPage = [...policies];
  let base = url;
  for (const node of nodesOf(document)) {
    const line = node.sourceCodeLocation?.startLine ?? 0;
    if (node.nodeName === '#comment' && 'data' in node) {
      const [, key] = LOADER.exec(node.data.replace(/["'>\s]/g, '?')) ?? [];
      if (key) commented.push(line);
    }
    if (!('tagName' in node)) continue;
    if (node.tagName === 'base') {
      const href = attribute(node, 'href');
      if (href && URL.canParse(href, url.href)) base = new URL(href, url);
    }
    if (node.tagName === 'meta' && attribute(node, 'http-equiv')?.toLowerCase() === 'content-security-policy')
      ofPage.push(attribute(node, 'content') ?? '');
    const src = node.tagName === 'script' ? attribute(node, 'src') : undefined;
    if (src === undefined || !URL.canParse(src, base.href)) continue;
    const script = new URL(src, base);
    const [, key] = LOADER.exec(script.pathname) ?? [];
    if (key && (script.origin === site.origin || key === site.key || key === site.oldKey))
      loaders.push({ key, script, line, nonce: attribute(node, 'nonce') });
  }
  if (loaders.length === 0)
    return commented.length > 0 ? [{ code: 'in a comment', line: commented[0]! }] : [{ code: 'missing' }];
  const right = loaders.filter(
    ({ key, script }) => [site.key, site.oldKey].includes(key) && script.origin === site.origin,
  );
  const [first] = right;
  const findings: InstallFinding[] = [];
  for (const { key, script, line } of loaders)
    if (key !== site.key && key !== site.oldKey) findings.push({ code: 'wrong key', line, about: key });
    else if (script.origin !== site.origin) findings.push({ code: 'wrong address', line, about: script.origin });
    else if (key === site.oldKey) findings.push({ code: 'old key', line });
  if (right.length > 1) findings.push({ code: 'twice', line: right[1]!.line });
  if (first) {
    const kept = stopped(ofPage, { script: first.script, page: url, nonce: first.nonce });
    if (kept.length > 0) findings.push({ code: 'blocked by the policy', line: first.line, about: kept.join(', ') });
  }
  return findings;
}
