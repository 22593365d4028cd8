import { questionRoutes } from '@kineta/contract';
import { blankArticle, type KeptArticle } from '@kineta/core';
import { useEffect, useMemo, useState } from 'react';
import { NavLink, useNavigate, useParams, useSearchParams } from 'react-router';
import { sentenceOf } from '../shell/api.ts';
import { useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { AskingPanel } from './asking.tsx';
import { BringIn, Brought } from './brought.tsx';
import { Examples } from './examples.tsx';
import { AnswerList } from './list.tsx';
import { Missed } from './missed.tsx';
import { Proposing } from './proposing.tsx';
import { useAsking, usePicked } from './store.ts';
import { Writing } from './writing.tsx';

const NEW = 'new';
const BROUGHT = 'brought';

/** What stands at the left beside the answers themselves, each at an address of its own. */
const views = [
  { name: 'Answers', to: '/questions' },
  { name: 'Missed', to: '/questions/missed' },
  { name: 'Examples', to: '/questions/examples' },
];

/** A new answer as the address says it begins: with a question, or leading into a flow at once. */
function begunWith(query: URLSearchParams): KeptArticle {
  const [question, flow, label] = ['question', 'begins', 'as'].map(name => query.get(name) ?? '');
  return {
    ...blankArticle,
    question: question!,
    ...(flow ? { flows: [{ label: (label || 'Begin').slice(0, 60), flow }], atOnce: true } : {}),
  };
}

function Written({ id }: { id: string }) {
  const { data, error } = useRoute(questionRoutes.one, { params: { id } });
  if (error) return <Empty title="This answer cannot be shown">{sentenceOf(error)}</Empty>;
  return data ? <Writing key={`${id} ${data.number}`} page={data} /> : <Skeleton lines={8} className="p-6" />;
}

/** Answers at the left, asking at the right. */
export default function Questions() {
  const { id } = useParams();
  const [query] = useSearchParams();
  const navigate = useNavigate();
  const { data, error } = useRoute(questionRoutes.list, {});
  const [proposes, setProposes] = useState(false);
  useEffect(() => {
    document.title = 'Questions · Kineta';
    return () => {
      useAsking.getState().begin();
      usePicked.getState().pickAll([]);
    };
  }, []);
  const articles = data?.articles;
  const questions = useMemo(
    () => new Map(articles?.filter(({ draft }) => !draft).map(({ id: of, question: asks }) => [of, asks])),
    [articles],
  );
  return (
    <main className="flex h-full flex-col">
      <header className="flex min-h-13 flex-wrap items-center gap-x-4 gap-y-2 border-b border-rule px-6 py-2 max-md:px-4">
        <h1 className="font-script text-xl font-semibold">Questions</h1>
        <nav aria-label="Questions" className="flex gap-4">
          {views.map(({ name, to }) => (
            <NavLink
              key={to}
              to={to}
              end
              className={({ isActive }) =>
                `border-b-2 py-1 ${isActive ? 'border-petrol font-semibold' : 'border-transparent text-ink-2 hover:text-ink'}`
              }
            >
              {name}
            </NavLink>
          ))}
        </nav>
        <span className="ml-auto flex flex-wrap gap-2">
          <BringIn />
          <Button onClick={() => setProposes(true)}>What you are always asked…</Button>
          <Button look="main" onClick={() => void navigate(`/questions/${NEW}`)}>
            New answer
          </Button>
        </span>
      </header>
      <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
        <div className={`flex min-w-0 flex-1 flex-col ${id ? 'lg:overflow-y-auto' : 'max-lg:min-h-[60vh]'}`}>
          {id === NEW ? (
            <Writing key={query.toString()} begun={begunWith(query)} />
          ) : id === BROUGHT ? (
            <Brought />
          ) : id === 'missed' ? (
            <Missed />
          ) : id === 'examples' ? (
            <Examples questions={questions} />
          ) : id ? (
            <Written id={id} />
          ) : error ? (
            <Empty title="The answers cannot be shown">{sentenceOf(error)}</Empty>
          ) : articles ? (
            <AnswerList articles={articles} open={id} />
          ) : (
            <Skeleton lines={10} className="p-6" />
          )}
        </div>
        <aside
          aria-label="Ask as a visitor"
          className="w-107 shrink-0 border-l border-rule bg-paper-2 max-lg:w-full max-lg:border-t max-lg:border-l-0 lg:overflow-y-auto"
        >
          <AskingPanel />
        </aside>
      </div>
      {proposes ? <Proposing onClose={() => setProposes(false)} /> : null}
    </main>
  );
}
