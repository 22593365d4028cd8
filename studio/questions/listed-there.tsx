import { questionRoutes } from '@kineta/contract';
import { useDeferredValue } from 'react';
import { Link } from 'react-router';
import { useRoute } from '../shell/query.ts';
import { withheldReasons } from './reason.tsx';

const BEHIND = 'as many stand before it; it is found while one types';

/** The list that visitors see before they ask, in its order, and what of it is not shown on this page. */
export function ListedThere({ page }: { page: string }) {
  const there = useDeferredValue(page.trim());
  const { data } = useRoute(questionRoutes.listedThere, { body: { page: there || null } }, { shows: 'what was' });
  if (!data || data.shown.length + data.held.length === 0) return null;
  const { shown, held } = data;
  return (
    <section aria-label="As visitors see the list" className="mt-5">
      <h3 className="label text-ink-2">Before they ask, they see</h3>
      {shown.length > 0 ? (
        <ol className="mt-2 rounded-lg border border-rule bg-sheet px-4 py-1">
          {shown.map(({ id, question }) => (
            <li key={id} className="border-b border-rule py-2 last:border-b-0">
              <Link to={`/questions/${id}`} className="block font-script text-base hover:underline">
                {question}
              </Link>
            </li>
          ))}
        </ol>
      ) : (
        <p className="mt-1 text-ink-2">nothing: none of those that are listed is for this page.</p>
      )}
      {held.length > 0 ? (
        <>
          <h4 className="mt-4 text-[0.8125rem] text-ink-2">Listed, but not shown {there ? 'there' : 'to everybody'}</h4>
          <ul>
            {held.map(({ id, question, withheld }) => (
              <li key={id} className="border-b border-rule py-1.5">
                <Link to={`/questions/${id}`} className="block truncate font-script text-ink-2 hover:underline">
                  {question}
                </Link>
                <span className="block text-[0.8125rem] text-ochre">
                  {withheld.length > 0 ? withheldReasons(withheld) : BEHIND}
                </span>
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </section>
  );
}
