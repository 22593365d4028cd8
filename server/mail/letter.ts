import type { ChartShown, SpokenLine } from '@kineta/core';

const escapes: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const escaped = (text: string): string => text.replace(/[&<>"]/g, sign => escapes[sign]!);

type Span = SpokenLine[number][number];

function spanHtml(span: Span, site: string): string {
  let html = escaped(span.text);
  if (span.strong) html = `<strong>${html}</strong>`;
  if (span.emphasis) html = `<em>${html}</em>`;
  const link = span.link?.startsWith('/') ? `${site}${span.link}` : span.link;
  return link ? `<a href="${escaped(link)}" style="color:#0e5a5f">${html}</a>` : html;
}

function spanText(span: Span, site: string): string {
  if (!span.link || span.link === span.text) return span.text;
  return `${span.text} (${span.link.startsWith('/') ? `${site}${span.link}` : span.link})`;
}

/** A chart that every mail program can draw: a table, its bars as wide as their share. */
function chartHtml({ title, form, values }: ChartShown, site: string): string {
  const heading = title.map(paragraph => paragraph.map(span => spanHtml(span, site)).join('')).join('<br>');
  const caption = `<p style="margin:0 0 8px;font-weight:600">${heading}</p>`;
  if (form === 'number')
    return `${caption}<p style="margin:0;font-size:30px;font-weight:600;color:#0e5a5f">${escaped(values[0]?.text ?? '')}</p>`;
  const most = Math.max(...values.map(({ value }) => Math.abs(value)), 0);
  const rows = values.map(({ label, value, text }) => {
    const width = most > 0 ? Math.max(1, Math.round((Math.abs(value) / most) * 100)) : 0;
    const bar = width > 0 ? `<div style="width:${width}%;height:14px;background:#0e5a5f;border-radius:3px"></div>` : '';
    return `<tr><td style="padding:3px 10px 3px 0;white-space:nowrap">${escaped(label)}</td><td style="width:60%;padding:3px 0">${bar}</td><td align="right" style="padding:3px 0 3px 10px;white-space:nowrap">${escaped(text)}</td></tr>`;
  });
  return `${caption}<table role="presentation" width="100%" cellspacing="0" cellpadding="0">${rows.join('')}</table>`;
}

function chartText({ title, form, values }: ChartShown): string {
  const heading = title.map(paragraph => paragraph.map(span => span.text).join('')).join(' ');
  if (form === 'number') return `${heading}: ${values[0]?.text ?? ''}`;
  return [heading, ...values.map(({ label, text }) => `  ${label}: ${text}`)].join('\n');
}

/**
 * An email’s body, as HTML and as plain text that says the same.
 * @param site the origin that links of the site lead to, or nothing
 */
export function letter(
  content: { line: SpokenLine; charts: readonly ChartShown[] },
  site: string,
): { html: string; text: string } {
  const paragraphs = content.line.filter(paragraph => paragraph.length > 0);
  const html = [
    ...paragraphs.map(
      paragraph => `<p style="margin:0 0 14px">${paragraph.map(span => spanHtml(span, site)).join('')}</p>`,
    ),
    ...content.charts.map(
      chart =>
        `<div style="margin:0 0 18px;padding:16px;border:1px solid #ddd8cc;border-radius:8px">${chartHtml(chart, site)}</div>`,
    ),
  ].join('\n');
  return {
    html: `<!doctype html><html><body style="margin:0;padding:24px;background:#f6f3ec"><div style="max-width:560px;margin:0 auto;padding:24px;background:#fffdf8;border-radius:8px;font:16px/1.5 Georgia,serif;color:#1e2527">\n${html}\n</div></body></html>`,
    text: [
      ...paragraphs.map(paragraph => paragraph.map(span => spanText(span, site)).join('')),
      ...content.charts.map(chartText),
    ].join('\n\n'),
  };
}
