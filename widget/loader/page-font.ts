/**
 * Hands the page’s own web font on to the chat, which lives on another origin and cannot load it there. Only pages whose
 * look says so load this, once the chat is open and asks for it.
 *
 * Of the faces that the page itself has in use, a few plain ones are read again, which the browser has at hand, and their
 * bytes given to the frame. What a policy or another host forbids is left out: the chat then keeps the next font that the
 * page names.
 */
const MOST_FACES = 4;
const MOST_BYTES = 1_500_000;
const home = new URL(import.meta.url).origin;

export interface GivenFace {
  family: string;
  weight: string;
  range: string;
  data: ArrayBuffer;
}

const bare = (name: string): string => name.trim().replace(/^(['"])(.*)\1$/, '$2');
const weightOf = (weight: string): string => ({ '': '400', normal: '400', bold: '700' })[weight] ?? weight;
const rangeOf = (range: string): string => range || 'U+0-10FFFF';

function faceRules(rules: CSSRuleList, base: string): Array<{ rule: CSSFontFaceRule; base: string }> {
  return [...rules].flatMap(rule => {
    if (rule instanceof CSSFontFaceRule) return [{ rule, base }];
    if (rule instanceof CSSImportRule) return rule.styleSheet ? rulesOf(rule.styleSheet, base) : [];
    return rule instanceof CSSGroupingRule ? faceRules(rule.cssRules, base) : [];
  });
}

/** The faces that a style sheet declares; none of one from elsewhere, which may not be read. */
function rulesOf(sheet: CSSStyleSheet, base: string): Array<{ rule: CSSFontFaceRule; base: string }> {
  try {
    return faceRules(sheet.cssRules, sheet.href ?? base);
  } catch {
    return [];
  }
}

/** Those of a style sheet from elsewhere, asked for again as one that may be read. */
async function rulesElsewhere(sheet: CSSStyleSheet): Promise<Array<{ rule: CSSFontFaceRule; base: string }>> {
  try {
    void sheet.cssRules;
    return [];
  } catch {
    try {
      const read = new CSSStyleSheet();
      read.replaceSync(await (await fetch(sheet.href!, { credentials: 'omit' })).text());
      return faceRules(read.cssRules, sheet.href!);
    } catch {
      return [];
    }
  }
}

/** The faces of the page’s first font that it has in use, the nearest to plain first. */
async function facesInUse(): Promise<GivenFace[]> {
  const family = bare(getComputedStyle(document.body).fontFamily.split(',')[0]!);
  const used = [...document.fonts].filter(
    face => face.status === 'loaded' && face.style === 'normal' && bare(face.family) === family,
  );
  if (used.length === 0) return [];
  const isUsed = ({ style }: CSSFontFaceRule): boolean =>
    bare(style.getPropertyValue('font-family')) === family &&
    used.some(
      face =>
        weightOf(face.weight) === weightOf(style.getPropertyValue('font-weight')) &&
        rangeOf(face.unicodeRange) === rangeOf(style.getPropertyValue('unicode-range')),
    );
  const sheets = [...document.styleSheets];
  let found = sheets.flatMap(sheet => rulesOf(sheet, document.baseURI)).filter(({ rule }) => isUsed(rule));
  if (found.length === 0)
    found = (await Promise.all(sheets.map(rulesElsewhere))).flat().filter(({ rule }) => isUsed(rule));
  const far = ({ rule }: { rule: CSSFontFaceRule }): number =>
    Math.abs(Number.parseInt(weightOf(rule.style.getPropertyValue('font-weight')), 10) - 400);
  const faces: GivenFace[] = [];
  let bytes = 0;
  for (const { rule, base } of found.sort((a, b) => far(a) - far(b)).slice(0, MOST_FACES)) {
    const address = /url\((["']?)(.+?)\1\)/.exec(rule.style.getPropertyValue('src'))?.[2];
    if (!address) continue;
    try {
      const data = await (await fetch(new URL(address, base), { credentials: 'omit' })).arrayBuffer();
      bytes += data.byteLength;
      if (bytes > MOST_BYTES) break;
      const { style } = rule;
      const weight = weightOf(style.getPropertyValue('font-weight'));
      faces.push({ family, weight, range: rangeOf(style.getPropertyValue('unicode-range')), data });
    } catch {}
  }
  return faces;
}

async function give(): Promise<void> {
  const frame = document.querySelector('kineta-chat')?.shadowRoot?.querySelector('iframe');
  if (!frame) return;
  const faces = await facesInUse();
  if (faces.length > 0) frame.contentWindow?.postMessage({ kineta: 'font', faces }, home);
}
// The chat is drawn anew in a frame of its own when a blocker took the last one away: then it asks again.
addEventListener('message', ({ origin, data }) => {
  if (origin === home && data?.kineta === 'font') give().catch(() => {});
});
give().catch(() => {});
