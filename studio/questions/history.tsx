import { questionRoutes } from '@kineta/contract';
import type { KeptArticle } from '@kineta/core';
import { useState } from 'react';
import { sentenceOf } from '../shell/api.ts';
import { useRoute } from '../shell/query.ts';
import { dayAndTime } from '../ui/time.ts';

/** How an answer was written before; one of them can be taken back into the fields. */
export function History({ id, onTake }: { id: string; onTake: (article: KeptArticle) => void }) {
  const [open, setOpen] = useState(false);
  const { data, error } = useRoute(questionRoutes.history, { params: { id } }, { wanted: open });
  const versions = data?.versions ?? [];
  return (
    <details className="border-t border-rule pt-3" onToggle={event => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer text-ink-2">How it was written before</summary>
      {error ? <p className="mt-2 text-brick">{sentenceOf(error)}</p> : null}
      <ol aria-label="How it was written" className="mt-2">
        {versions.map(({ number, article, at, by }, index) => (
          <li key={number} className="flex gap-3 border-b border-rule py-2">
            <span className="w-40 shrink-0 text-[0.8125rem] text-ink-2">
              {dayAndTime(at)}
              <span className="block text-ink-3">{by ?? ''}</span>
            </span>
            <span className="min-w-0 flex-1 font-script">
              <span className="font-semibold">{article.question}</span>
              <span className="line-clamp-2">{article.answer}</span>
            </span>
            {index > 0 ? (
              <button
                type="button"
                className="shrink-0 self-start text-petrol hover:underline"
                onClick={() => onTake(article)}
              >
                Take it back
              </button>
            ) : (
              <span className="shrink-0 text-[0.8125rem] text-ink-3">as it is now</span>
            )}
          </li>
        ))}
      </ol>
    </details>
  );
}
