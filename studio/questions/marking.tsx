import { questionRoutes } from '@kineta/contract';
import { toast } from 'sonner';
import { useSignedIn } from '../account/store.ts';
import { call } from '../shell/api.ts';
import { changedHere } from '../shell/query.ts';
import { change } from './several.tsx';
import { useAsking } from './store.ts';

/** A wording has at most so many characters. */
const LONGEST_WORDING = 500;

/**
 * Keeps what was asked as an example of what is right. What was not found as the first becomes a wording of the right answer, and is
 * asked again.
 */
async function markRight(right: { id: string; isSaid: boolean } | null): Promise<void> {
  const { asked, before, ask } = useAsking.getState();
  const text = asked.slice(0, LONGEST_WORDING);
  const kept = await change(async () => {
    await call(questionRoutes.keepExample, {
      body: { asked: text, before: before.map(one => one.slice(0, LONGEST_WORDING)), article: right?.id ?? null },
    });
    if (!right || right.isSaid || before.length > 0) return true;
    const { article, number } = await call(questionRoutes.one, { params: { id: right.id } });
    if (article.wordings.includes(text) || article.wordings.length >= 100) return true;
    await call(questionRoutes.change, {
      params: { id: right.id },
      body: { article: { ...article, wordings: [...article.wordings, text] }, number },
    });
    return true;
  });
  if (!kept) return;
  await changedHere(questionRoutes.examples, questionRoutes.one);
  toast(right && !right.isSaid ? 'Kept as an example, and as a wording.' : 'Kept as an example.');
  if (right && !right.isSaid) await ask(asked);
}

/** Says that this is what is right for what was asked: an answer, or that nothing answers it. */
export function ThisIsRight({ id, isSaid, children }: { id: string | null; isSaid: boolean; children: string }) {
  const { role } = useSignedIn().member;
  if (role !== 'lead') return null;
  return (
    <button
      type="button"
      className="shrink-0 self-start text-[0.8125rem] leading-6 text-petrol hover:underline"
      onClick={() => void markRight(id === null ? null : { id, isSaid })}
    >
      {children}
    </button>
  );
}
