import JSZip from 'jszip';

/** Documents as different hands make them, with what is to be found in each. */
export interface Sample {
  name: string;
  content: string | Promise<Buffer> | Buffer;
  pairs: ReadonlyArray<readonly [question: string, answer: string]>;
}

const xml = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');

/** A paragraph of a DOCX document. */
export function wordParagraph(text: string, { style, bold }: { style?: string; bold?: boolean } = {}): string {
  return `<w:p><w:pPr>${style ? `<w:pStyle w:val="${style}"/>` : ''}</w:pPr><w:r>${bold ? '<w:rPr><w:b/></w:rPr>' : ''}<w:t xml:space="preserve">${xml(text)}</w:t></w:r></w:p>`;
}
export const wordTable = (rows: readonly string[][]): string =>
  `<w:tbl>${rows.map(cells => `<w:tr>${cells.map(cell => `<w:tc>${wordParagraph(cell)}</w:tc>`).join('')}</w:tr>`).join('')}</w:tbl>`;

const OPEN = 'http://schemas.openxmlformats.org';
const MAIN = `xmlns:w="${OPEN}/wordprocessingml/2006/main"`;
const HEAD = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>';

/** A DOCX document (ECMA-376) of these paragraphs. */
export function docx(body: string): Promise<Buffer> {
  const zip = new JSZip();
  const type = 'application/vnd.openxmlformats-officedocument.wordprocessingml';
  zip.file(
    '[Content_Types].xml',
    `${HEAD}<Types xmlns="${OPEN}/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/word/document.xml" ContentType="${type}.document.main+xml"/><Override PartName="/word/styles.xml" ContentType="${type}.styles+xml"/></Types>`,
  );
  const relation = (id: string, kind: string, target: string) =>
    `${HEAD}<Relationships xmlns="${OPEN}/package/2006/relationships"><Relationship Id="${id}" Type="${OPEN}/officeDocument/2006/relationships/${kind}" Target="${target}"/></Relationships>`;
  zip.file('_rels/.rels', relation('r1', 'officeDocument', 'word/document.xml'));
  zip.file('word/_rels/document.xml.rels', relation('s1', 'styles', 'styles.xml'));
  const styles = ['1', '2'].map(
    level => `<w:style w:type="paragraph" w:styleId="Heading${level}"><w:name w:val="heading ${level}"/></w:style>`,
  );
  zip.file('word/styles.xml', `${HEAD}<w:styles ${MAIN}>${styles.join('')}</w:styles>`);
  zip.file('word/document.xml', `${HEAD}<w:document ${MAIN}><w:body>${body}</w:body></w:document>`);
  return zip.generateAsync({ type: 'nodebuffer' });
}

/** A line of a page: how large, how far from the left and from above (points), and whether in bold. */
export interface SetLine {
  text: string;
  size?: number;
  bold?: boolean;
  x?: number;
  /** So much further down than the line before, in points. */
  down: number;
}

/** A PDF document (ISO 32000) of these pages, with the fonts that every reader has. */
export function pdf(pages: ReadonlyArray<readonly SetLine[]>): Buffer {
  const objects: string[] = [];
  const add = (object: string): number => objects.push(object);
  add('<< /Type /Catalog /Pages 2 0 R >>');
  add('');
  add('<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica /Encoding /WinAnsiEncoding >>');
  add('<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica-Bold /Encoding /WinAnsiEncoding >>');
  const kids = pages.map(lines => {
    let y = 800;
    const drawn = lines.map(({ text, size = 10, bold = false, x = 60, down }) => {
      y -= down;
      return `BT /F${bold ? 2 : 1} ${size} Tf ${x} ${y} Td (${text.replace(/[\\()]/g, '\\$&')}) Tj ET`;
    });
    const stream = drawn.join('\n');
    const content = add(`<< /Length ${stream.length} >>\nstream\n${stream}\nendstream`);
    return add(
      `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Contents ${content} 0 R /Resources << /Font << /F1 3 0 R /F2 4 0 R >> >> >>`,
    );
  });
  objects[1] = `<< /Type /Pages /Kids [${kids.map(kid => `${kid} 0 R`).join(' ')}] /Count ${kids.length} >>`;
  let file = '%PDF-1.4\n';
  const places = objects.map((object, at) => {
    const place = file.length;
    file += `${at + 1} 0 obj\n${object}\nendobj\n`;
    return place;
  });
  const table = places.map(place => `${String(place).padStart(10, '0')} 00000 n \n`).join('');
  file += `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${table}trailer\n<< /Size ${objects.length + 1} /Root 1 0 R >>\nstartxref\n${file.length}\n%%EOF`;
  return Buffer.from(file, 'latin1');
}

const around = (main: string) =>
  `<!doctype html><html><head><meta charset="utf-8"><title>Help</title></head><body><header><nav><a href="/">Home</a> <a href="/new">What is new?</a></nav></header>${main}<footer><h2>Who are we?</h2><p>Brackenrow Home Energy</p></footer></body></html>`;

export const samples: readonly Sample[] = [
  {
    name: 'headings.html',
    content: around(`<main><h1>Questions people ask</h1>
      <ul><li><a href="#a">How do I book a survey?</a></li><li><a href="#b">What does it cost?</a></li><li><a href="#c">Waiting times</a></li></ul>
      <h2>Before</h2><h3 id="a">How do I book a survey? <a class="headerlink" href="#a">¶</a></h3>
      <p>In the chat:</p><ol><li>say where you live<ul><li>with the postcode</li></ul></li><li>pick a day</li></ol><p><a href="#top">Back to top</a></p>
      <h3 id="b">What does it cost?</h3><p>See <a href="/heat-pumps/costs">the costs</a>.</p><table><tr><th>Home</th><th>Unit</th></tr><tr><td>Flat</td><td>5 kW</td></tr></table>
      <h3 id="c">Waiting times</h3><p>Six weeks<sup><a href="#fn1">1</a></sup>.</p><pre><code>survey --soon
  --please</code></pre>
      <h2>Still have questions?</h2><p>Write to us.</p></main>`),
    pairs: [
      ['How do I book a survey?', 'In the chat:\n\n1. say where you live\n   - with the postcode\n2. pick a day'],
      [
        'What does it cost?',
        'See [the costs](/heat-pumps/costs).\n\n| Home | Unit |\n| ---- | ---- |\n| Flat | 5 kW |',
      ],
      ['Waiting times', 'Six weeks.\n\n```\nsurvey --soon\n  --please\n```'],
    ],
  },
  {
    name: 'folded.html',
    content:
      around(`<div class="faq"><div><button aria-expanded="false" aria-controls="p1">Can I cancel? <span>+</span></button><div id="p1" hidden><p>Until noon.</p><p>By the chat.</p></div></div>
      <div><h3><button aria-expanded="false" data-bs-target="#p2">Do you come out on Sundays?</button></h3><div id="p2" class="collapse"><div>Only in the <em>heating season</em>.</div></div></div>
      <details><summary>Is it safe?</summary>Yes.<ul><li>tested</li><li>insured</li></ul></details>
      <div class="accordion__item"><div class="accordion__title">May I watch?</div><div class="accordion__body"><p>Gladly.</p></div></div></div>`),
    pairs: [
      ['Can I cancel?', 'Until noon.\n\nBy the chat.'],
      ['Do you come out on Sundays?', 'Only in the *heating season*.'],
      ['Is it safe?', 'Yes.\n\n- tested\n- insured'],
      ['May I watch?', 'Gladly.'],
    ],
  },
  {
    name: 'terms-and-tables.html',
    content:
      around(`<dl><dt>What is a cylinder?</dt><dd>A tank.</dd><dt>How big is it?</dt><dd><p>As a wardrobe.</p><p>Or less.</p></dd></dl>
      <table><thead><tr><th>Question</th><th>Answer</th></tr></thead><tr><td>Who fits it?</td><td>We <b>do</b>.</td></tr><tr><td>Guarantee</td><td>Seven years</td></tr></table>
      <ol><li><p>May I smoke?</p><p>Outside.</p></li><li><p>May I sing?</p><p>Please do.</p></li></ol>`),
    pairs: [
      ['What is a cylinder?', 'A tank.'],
      ['How big is it?', 'As a wardrobe.\n\nOr less.'],
      ['Who fits it?', 'We **do**.'],
      ['Guarantee', 'Seven years'],
      ['May I smoke?', 'Outside.'],
      ['May I sing?', 'Please do.'],
    ],
  },
  {
    name: 'bold.html',
    content:
      around(`<p><strong>Where are you?</strong><br>In Mill Row.<br>By the mill.</p><p><b>When do you open?</b> At half past eight.</p>
      <p><strong>May I come by car?</strong></p><p>Yes.</p><p>There is a yard.</p><p><strong>Parking</strong></p><p>Behind it.</p>`),
    pairs: [
      ['Where are you?', 'In Mill Row.  \nBy the mill.'],
      ['When do you open?', 'At half past eight.'],
      ['May I come by car?', 'Yes.\n\nThere is a yard.'],
      ['Parking', 'Behind it.'],
    ],
  },
  {
    name: 'questions-and-answers.html',
    content: around(
      `<div><p>Q: Is there a grant?</p><p>A: Yes, up to £7,500.</p><p>It comes off the price.</p><p>Q: Who applies?<br>A: We do.</p></div>`,
    ),
    pairs: [
      ['Is there a grant?', 'Yes, up to £7,500.\n\nIt comes off the price.'],
      ['Who applies?', 'We do.'],
    ],
  },
  {
    name: 'structured.html',
    content:
      around(`<script type="application/ld+json">{"@context":"https://schema.org","@graph":[{"@type":"FAQPage","mainEntity":[{"@type":"Question","name":"Do you deliver?","acceptedAnswer":{"@type":"Answer","text":"<p>Yes, <b>free</b> from &pound;50.</p><ul><li>Monday</li></ul>"}}]}]}</script>
      <h2>Do you deliver?</h2><p>Yes.</p><h2>Do you collect?</h2><p>No.</p>`),
    pairs: [
      ['Do you deliver?', 'Yes, **free** from £50.\n\n- Monday'],
      ['Do you collect?', 'No.'],
    ],
  },
  {
    name: 'guide.md',
    content: `---\ntitle: FAQ\n---\n# FAQ\n\n- [Can I use it offline?](#can-i)\n- [How do I update it?](#how)\n\n## 1. Can I use it offline? {#can-i}\n\nYes. Run \`update\` first.\n\n\`\`\`js\nrun({ offline: true });\n\`\`\`\n\n### With a battery\n\nThe same.\n\n## 2. How do I update it?\n\n1. Stop it\n2. Wait\n\n<details><summary>Why is it slow?</summary>\n\nBecause of **frost**.\n\n</details>\n`,
    pairs: [
      [
        'Can I use it offline?',
        'Yes. Run `update` first.\n\n```js\nrun({ offline: true });\n```\n\n### With a battery\n\nThe same.',
      ],
      ['How do I update it?', '1. Stop it\n2. Wait'],
      ['Why is it slow?', 'Because of **frost**.'],
    ],
  },
  {
    name: 'labelled.txt',
    content:
      'HEAT PUMPS\n==========\n\nContents\n\n1. What is a heat pump? ........ 1\n2. How do I clean it? .......... 2\n\nQ: What is a heat pump?\nA: A thing that brings warmth\n   in from outside.\n\n   It comes in two sizes:\n   - five kilowatts\n   - eight kilowatts\n\nQ: How do I clean it?  Do I need\n   a ladder?\nA: With water.\n\n      $ pump --clean --all\n\n   Then dry it.\n',
    pairs: [
      [
        'What is a heat pump?',
        'A thing that brings warmth in from outside.\n\nIt comes in two sizes:\n\n- five kilowatts\n- eight kilowatts',
      ],
      ['How do I clean it? Do I need a ladder?', 'With water.\n\n```\n  $ pump --clean --all\n```\n\nThen dry it.'],
    ],
  },
  {
    name: 'numbered.txt',
    content:
      '1. Who may borrow the meter?\n\nAnybody who lives here may borrow\nit for a week.\n\n2. How long may I keep it?\nA week. You may renew twice.\n\n3. It was broken when I got it. What\n   do I do now?\n\nTell us. Three ways:\n  * here\n  * by mail\n',
    pairs: [
      ['Who may borrow the meter?', 'Anybody who lives here may borrow it for a week.'],
      ['How long may I keep it?', 'A week. You may renew twice.'],
      ['It was broken when I got it. What do I do now?', 'Tell us. Three ways:\n\n- here\n- by mail'],
    ],
  },
  {
    name: 'headings.docx',
    content: docx(
      [
        wordParagraph('Service guide', { style: 'Heading1' }),
        wordParagraph('Can I pay later?', { style: 'Heading2' }),
        wordParagraph('Yes, in three parts.'),
        wordParagraph('Who comes?', { style: 'Heading2' }),
        wordParagraph('Aftercare does.'),
        wordParagraph('Nobody else may.'),
      ].join(''),
    ),
    pairs: [
      ['Can I pay later?', 'Yes, in three parts.'],
      ['Who comes?', 'Aftercare does.\n\nNobody else may.'],
    ],
  },
  {
    name: 'bold-and-table.docx',
    content: docx(
      [
        wordParagraph('What do I need?', { bold: true }),
        wordParagraph('A key.'),
        wordParagraph('How long does it take?', { bold: true }),
        wordParagraph('An hour.'),
        wordParagraph('Pets', { bold: true }),
        wordParagraph('Tell us before.'),
        wordTable([
          ['Is it loud?', 'No.'],
          ['Is it dirty?', 'A little.'],
        ]),
      ].join(''),
    ),
    pairs: [
      ['What do I need?', 'A key.'],
      ['How long does it take?', 'An hour.'],
      ['Pets', 'Tell us before.'],
      ['Is it loud?', 'No.'],
      ['Is it dirty?', 'A little.'],
    ],
  },
  {
    name: 'handbook.pdf',
    content: pdf([
      [
        { text: 'Brackenrow handbook', size: 7, down: 0 },
        { text: 'Customer handbook', size: 22, down: 40 },
        { text: '1.1 How do I book?', size: 14, bold: true, down: 40 },
        { text: 'In the chat, or by telephone, whichever you like better. We are there on', down: 20 },
        { text: 'most days. It takes five minutes.', down: 13 },
        { text: '1.2 What should be ready?', size: 14, bold: true, down: 30 },
        { text: 'Please have these at hand, so that nothing has to be looked for later on:', down: 20 },
        { text: '1. the last bill', x: 72, down: 22 },
        { text: '2. the key of the loft', x: 72, down: 13 },
        { text: 'Page 1', size: 7, x: 280, down: 560 },
      ],
      [
        { text: 'Brackenrow handbook', size: 7, down: 0 },
        { text: '1.3 Who pays?', size: 14, bold: true, down: 40 },
        { text: 'You do.', down: 20 },
        { text: 'In two parts.', down: 26 },
        { text: 'Page 2', size: 7, x: 280, down: 690 },
      ],
    ]),
    pairs: [
      [
        'How do I book?',
        'In the chat, or by telephone, whichever you like better. We are there on most days. It takes five minutes.',
      ],
      [
        'What should be ready?',
        'Please have these at hand, so that nothing has to be looked for later on:\n\n1. the last bill\n2. the key of the loft',
      ],
      ['Who pays?', 'You do.\n\nIn two parts.'],
    ],
  },
  {
    name: 'list.csv',
    content: 'id;Frage;Antwort\n1;Wo?;"Hier, und\nda"\n2;Wann?;Um neun\n',
    pairs: [
      ['Wo?', 'Hier, und\nda'],
      ['Wann?', 'Um neun'],
    ],
  },
  {
    name: 'nameless.csv',
    content: 'What is it?,A pump\nWho made it?,We did\n',
    pairs: [
      ['What is it?', 'A pump'],
      ['Who made it?', 'We did'],
    ],
  },
];
