import type { SiteDetail } from '@kineta/contract';
import { ToCopy } from '../to-copy.tsx';

/** What a page’s own script can do and hear, each in a line. */
const parts: ReadonlyArray<readonly [string, string]> = [
  ['open(), close()', 'bring the chat into sight, and put it away'],
  ["start('price')", 'has the flow begin whose cue waits for “price”, as an element with data-kineta="price" does'],
  ['setFacts({ rooms: 4 })', 'says what the page knows, in facts that the flow lets be set'],
  ['signIn(token), signOut()', 'says who is signed in, where the page is not loaded anew'],
  [
    "on('held', who => …)",
    'hears what happens: opened, closed, unread (how many), began (which conversation), wrote, answered, held (by flow, waiting, agent or done); never what was said',
  ],
];

const example = (origin: string): string => `<script type="module">
  import * as chat from '${origin}/w/page.js';

  document.querySelector('#ask').onclick = () => chat.open();
  chat.on('began', conversation => console.log('A conversation began:', conversation));
</script>`;

/** What pages can do with the chat by a script of their own. */
export function OwnScript({ site }: { site: SiteDetail }) {
  return (
    <div className="max-w-3xl space-y-4">
      <ToCopy name="An example of a page’s own script" text={example(new URL(site.pageUrl).origin)} rows={6} />
      <dl className="grid grid-cols-[14rem_1fr] gap-x-4 gap-y-2 max-md:grid-cols-1">
        {parts.map(([name, says]) => (
          <div key={name} className="contents">
            <dt className="font-mono text-[0.8125rem]">{name}</dt>
            <dd className="text-ink-2">{says}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
