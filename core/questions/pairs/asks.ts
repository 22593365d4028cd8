/** How questions begin, and what else stands where questions do, in the languages that pages are read in. */
const BEGINS =
  /^(?:who|whose|whom|what|what['’]s|whats|when|where|why|which|how|can|could|may|do|does|did|is|are|am|was|were|will|would|should|shall|has|have|had|must|wer|wessen|wem|wen|was|wann|wo|woher|wohin|warum|wieso|weshalb|welche[rsmn]?|wie|kann|können|darf|muss|gibt|ist|sind|hat|haben|qui|que|quoi|quel(?:le)?s?|quand|où|pourquoi|comment|combien|puis-je|peut-on|est-ce|y a-t-il|¿|cómo|cuándo|dónde|por qué|qué|quién|cuál|cuánto|puedo)\b/iu;
const ENDS = /[?？؟]["”’»)]*\s*$/u;

/** Questions that lead on rather than ask: “Still have questions?”, “Was this helpful?”. */
const LEADS_ON =
  /^(?:still (?:have|got|need|stuck|unsure)|(?:do you )?have (?:more|any(?: other)?|other|further|a)? ?questions?|(?:any )?(?:more|other|further) questions?|got (?:a|any|more) questions?|questions\?|(?:was|is|did) (?:this|that|the) (?:page|article|answer|information|help)?\s*(?:useful|helpful|help|answer)|need (?:more |further |any )?(?:help|assistance|information|support)|(?:can(?:no|['’])t|couldn['’]t|could not|didn['’]t|did not) find|not found what|looking for (?:something|more)|ready to|noch fragen|haben sie (?:noch|weitere) fragen)/iu;

/** Headings behind which no answer goes on. */
const CLOSES =
  /^(?:contents|table of contents|on this page|in this (?:article|guide|section)|inhalt(?:sverzeichnis)?|sommaire|related(?: \p{L}+)*|see also|further reading|read more|references|notes|footnotes|sources|share(?: this)?|comments|contact(?: us)?|get in touch|about (?:us|the author)|newsletter|subscribe|feedback|last (?:updated|modified|reviewed).*)[:.]?$/iu;

const NUMBER = /^\s*(?:(?:§\s*)?\d+(?:\.\d+)+[.)]?|\d+[.)]|\(\d+\)|[a-z]\)|[ivx]+[.)])\s+/iu;
const ASKED =
  /^\s*(?:\(?\d+[.)]\s*)?(?:q(?:uestion)?|f(?:rage)?|p(?:regunta)?)\.?\s*\d*\s*(?:[:.)\]]|[-–—](?=\s))\s*/iu;
const ANSWERED = /^\s*(?:a(?:ns(?:wer)?|ntwort)?|r(?:éponse|espuesta|eponse)?)\.?\s*\d*\s*(?:[:.)\]]|[-–—](?=\s))\s*/iu;

/** Whether a text asks: by its end, or by how it begins. */
export const asks = (text: string): boolean => !leadsOn(text) && (ENDS.test(text) || BEGINS.test(plain(text)));
export const endsAsking = (text: string): boolean => !leadsOn(text) && ENDS.test(text);
export const leadsOn = (text: string): boolean => LEADS_ON.test(plain(text));
export const closes = (text: string): boolean => CLOSES.test(plain(text)) || leadsOn(text);

/** Whether a text says itself that it is a question, or an answer: “Q: …”, “Answer 3. …”. */
export const labelledAsked = (text: string): boolean => ASKED.test(text);
export const labelledAnswer = (text: string): boolean => ANSWERED.test(text);
export const labelOfAnswer = (text: string): string => ANSWERED.exec(text)?.[0] ?? '';

/** A question without the number and the label before it. */
export function plain(text: string): string {
  const unmarked = text.replace(/^[\s•▸▶►‣◦*+–—-]+(?=\S)/u, '').replace(/[\s¶#▾▼▲⌄+−]+$/u, '');
  const unlabelled = unmarked.replace(ASKED, '');
  return (unlabelled === '' ? unmarked : unlabelled).replace(NUMBER, '').trim();
}

/** What a question is told from others by: its words alone, without the number and the label before it. */
export const questionKey = (text: string): string =>
  plain(text)
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
