import { type Doubts, type ListedArticle, questionRoutes, type WrittenAs } from '@kineta/contract';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ChevronDown, ChevronUp } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { call } from '../shell/api.ts';
import { useRoute } from '../shell/query.ts';
import { IconButton } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { SmallInput } from '../ui/field.tsx';
import { Menu } from '../ui/menu.tsx';
import { Picks } from '../ui/picks.tsx';
import { Pill } from '../ui/pill.tsx';
import { countWords } from '../ui/writing.ts';
import { change, Several } from './several.tsx';
import { HelpSites } from './sites.tsx';
import { usePicked } from './store.ts';
import { SameWords } from './synonyms.tsx';

const ROW = 74;

/** Why an article should be looked at. */
type DoubtOf = (id: string) => string | undefined;

/** Which of them are looked at. */
const views: ReadonlyArray<{
  name: string;
  holds: (article: ListedArticle, doubtOf: DoubtOf) => boolean;
  empty: string;
}> = [
  { name: 'Answers', holds: ({ draft }) => !draft, empty: 'What visitors ask again and again is written here once.' },
  {
    name: 'Listed',
    holds: ({ draft, listed }) => listed && !draft,
    empty: 'Those that are listed are offered to visitors before they ask. Say so on an answer.',
  },
  { name: 'To check', holds: ({ draft }) => draft, empty: 'Nothing waits for your yes.' },
  {
    name: 'In doubt',
    holds: ({ id }, doubtOf) => doubtOf(id) !== undefined,
    empty: 'None contradicts another, and each was told to somebody in the month that it is there.',
  },
];
const LISTED = 1;
const DOUBTS = 3;

/** As what they are saved. */
const writtenAs: ReadonlyArray<{ as: WrittenAs; label: string }> = [
  { as: 'markdown', label: 'Write out as Markdown' },
  { as: 'csv', label: 'Write out as a table (CSV)' },
  { as: 'jsonld', label: 'Write out as FAQPage data (JSON-LD)' },
];

/** Why each should be looked at, in words: what is told otherwise elsewhere before what nobody is told. */
function doubtsOf({ unused, contradictions }: Doubts): ReadonlyMap<string, string> {
  const doubts = new Map(unused.map(id => [id, 'It is here for a month, and nobody was told it yet.']));
  for (const { one, other, says } of contradictions) {
    doubts.set(one.id, `Says “${says[0]}”; “${other.question}” says “${says[1]}”.`);
    doubts.set(other.id, `Says “${says[1]}”; “${one.question}” says “${says[0]}”.`);
  }
  return doubts;
}

const plain = (text: string): string => text.toLowerCase();
const matches = ({ question, begins, tags, source }: ListedArticle, words: readonly string[]): boolean => {
  const all = plain([question, begins, source ?? '', ...tags].join(' '));
  return words.every(word => all.includes(word));
};

/** Another place for one that is listed, before or behind its neighbour. */
function Moves({ article, index, shown }: { article: ListedArticle; index: number; shown: readonly ListedArticle[] }) {
  const move = (by: number) => {
    const ids = shown.map(({ id }) => id);
    const [moved] = ids.splice(index, 1);
    ids.splice(index + by, 0, moved!);
    return change(() => call(questionRoutes.order, { body: { ids } }));
  };
  return (
    <span className="flex shrink-0 flex-col">
      <IconButton
        name={`Up: ${article.question}`}
        className="size-6"
        disabled={index === 0}
        onClick={() => void move(-1)}
      >
        <ChevronUp className="size-4" aria-hidden="true" />
      </IconButton>
      <IconButton
        name={`Down: ${article.question}`}
        className="size-6"
        disabled={index === shown.length - 1}
        onClick={() => void move(1)}
      >
        <ChevronDown className="size-4" aria-hidden="true" />
      </IconButton>
    </span>
  );
}

function Row({ article, open, doubt }: { article: ListedArticle; open: boolean; doubt: string | undefined }) {
  const picked = usePicked(({ ids }) => ids.has(article.id));
  const pick = usePicked(state => state.pick);
  const { id, question, begins, tags, source, draft, narrowed, used, atOnce } = article;
  return (
    <div className={`flex h-full min-w-0 flex-1 gap-3 border-b border-rule py-2.5 ${open ? 'bg-paper-2' : ''}`}>
      <input
        type="checkbox"
        aria-label={`Pick “${question}”`}
        className="mt-2 ml-6 self-start max-md:ml-4"
        checked={picked}
        onChange={event => pick(id, event.target.checked)}
      />
      <Link to={`/questions/${id}`} className="group min-w-0 flex-1 pr-2" aria-current={open ? 'true' : undefined}>
        <span className="flex items-baseline gap-2">
          <span className="truncate font-script text-[1.0625rem] font-semibold group-hover:underline">{question}</span>
          {draft ? <Pill tone="waits">to check</Pill> : null}
          {narrowed ? <Pill tone="neutral">not for all</Pill> : null}
          {atOnce ? <Pill tone="kineta">begins a flow</Pill> : null}
        </span>
        {doubt ? (
          <span className="block truncate text-ochre" title={doubt}>
            {doubt}
          </span>
        ) : (
          <span className="block truncate font-script text-ink-2">{begins}</span>
        )}
      </Link>
      <span className="w-32 shrink-0 text-[0.8125rem] text-ink-2 max-md:hidden">
        <span className="block truncate">{source ?? 'written here'}</span>
        <span className="block truncate text-ink-3">{tags.join(', ')}</span>
      </span>
      <span className="w-14 shrink-0 pr-6 text-right font-mono text-xs leading-6 text-ink-3 max-md:hidden">
        {used > 0 ? `${countWords(used)} ×` : ''}
      </span>
    </div>
  );
}

/** The answers: found, picked, put in order. */
export function AnswerList({ articles, open }: { articles: readonly ListedArticle[]; open: string | undefined }) {
  const [view, setView] = useState(0);
  const [search, setSearch] = useState('');
  const [same, setSame] = useState(false);
  const pickAll = usePicked(state => state.pickAll);
  const { data: found } = useRoute(questionRoutes.doubts, {});
  const doubts = useMemo(() => doubtsOf(found ?? { unused: [], contradictions: [] }), [found]);
  const shown = useMemo(() => {
    const words = plain(search).split(/\s+/).filter(Boolean);
    return articles.filter(article => views[view]!.holds(article, id => doubts.get(id)) && matches(article, words));
  }, [articles, view, search, doubts]);
  const box = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: shown.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 8,
  });
  const picks = views.map(
    ({ name, holds }) => `${name} ${countWords(articles.filter(one => holds(one, id => doubts.get(id))).length)}`,
  );
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-rule px-6 py-2 max-md:px-4">
        <Picks name="Which answers" picks={picks} at={view} onPick={setView} />
        <SmallInput
          name="Find an answer"
          type="search"
          placeholder="Find"
          className="ml-auto w-36"
          value={search}
          onChange={event => setSearch(event.target.value)}
        />
        {shown.length > 0 ? (
          <button
            type="button"
            className="text-petrol hover:underline"
            onClick={() => pickAll(shown.map(({ id }) => id))}
          >
            Pick all
          </button>
        ) : null}
        <Menu
          items={[
            { label: 'Words that mean the same…', onSelect: () => setSame(true) },
            ...writtenAs.map(({ as, label }) => ({
              label,
              onSelect: () => location.assign(questionRoutes.writtenOut.path.replace(':as', as)),
            })),
          ]}
        >
          <button type="button" className="text-petrol hover:underline">
            More…
          </button>
        </Menu>
      </div>
      <HelpSites />
      <Several />
      {same ? <SameWords onClose={() => setSame(false)} /> : null}
      {shown.length === 0 ? (
        <Empty title={search ? 'No answer is like that' : 'Nothing here'}>
          {search ? 'Look for other words.' : views[view]!.empty}
        </Empty>
      ) : (
        <div ref={box} className="min-h-0 flex-1 overflow-y-auto">
          <ul style={{ height: rows.getTotalSize() }} className="relative" aria-label={views[view]!.name}>
            {rows.getVirtualItems().map(item => {
              const article = shown[item.index]!;
              return (
                <li
                  key={article.id}
                  className="absolute top-0 left-0 flex w-full items-center"
                  style={{ transform: `translateY(${item.start}px)`, height: ROW }}
                  aria-setsize={shown.length}
                  aria-posinset={item.index + 1}
                >
                  <Row
                    article={article}
                    open={article.id === open}
                    doubt={view === DOUBTS ? doubts.get(article.id) : undefined}
                  />
                  {view === LISTED && search === '' ? (
                    <Moves article={article} index={item.index} shown={shown} />
                  ) : null}
                </li>
              );
            })}
          </ul>
        </div>
      )}
    </>
  );
}
