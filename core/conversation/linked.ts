import { find } from 'linkifyjs';
import { Link, type SpokenLine, type TextSpan } from '../flow/line.ts';

/**
 * Text as it was typed, with the addresses in it as links: pages of the web and of mail.
 * @returns undefined where there are none
 */
export function linkedLine(text: string): SpokenLine | undefined {
  let any = false;
  const line = text.split('\n').map(paragraph => {
    const spans: TextSpan[] = [];
    let at = 0;
    for (const { type, value, href, start, end } of find(paragraph, { defaultProtocol: 'https' })) {
      // A name with a dot is no page because somebody forgot a space: only what is plainly meant.
      const isMeant = type === 'email' || /^(https?:\/\/|www\.)/i.test(value);
      if (!isMeant || !Link.safeParse(href).success) continue;
      if (start > at) spans.push({ text: paragraph.slice(at, start) });
      spans.push({ text: value, link: href });
      at = end;
      any = true;
    }
    if (at < paragraph.length) spans.push({ text: paragraph.slice(at) });
    return spans;
  });
  return any ? line : undefined;
}
