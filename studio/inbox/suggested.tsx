import { type FoundArticle, questionRoutes } from '@kineta/contract';
import { answerBlocks, asksSomething, blocksText } from '@kineta/core';
import { useQuery } from '@tanstack/react-query';
import { useSignedIn } from '../account/store.ts';
import { entryViewOf } from '../log/entries/registry.ts';
import { call } from '../shell/api.ts';
import { Keys } from '../ui/keys.tsx';
import { useConversation } from './conversation-store.ts';

/** So many are suggested: each has a key. */
const MOST = 2;
const LONGEST_ASKED = 300;

/** What a visitor asked that nobody has answered yet, and where in the log it stands. */
interface OpenQuestion {
  number: number;
  text: string;
}

/** The visitor’s last words, when they ask something and nobody of the team has written since. */
function useOpenQuestion(): OpenQuestion | undefined {
  const { language } = useSignedIn().workspace;
  const entries = useConversation(state => state.entries);
  const said = entries.findLast(entry => 'clientId' in entry);
  if (!said || !('text' in said) || !entryViewOf(said.kind)?.byVisitor) return undefined;
  const text = String(said.text);
  return asksSomething(text, language) ? { number: said.number, text } : undefined;
}

export interface Suggestions {
  asked: OpenQuestion | undefined;
  found: readonly FoundArticle[];
}

/** Answers that may be what the visitor asks for, while people have the conversation. */
export function useSuggested(conversation: string, isOurs: boolean): Suggestions {
  const asked = useOpenQuestion();
  const { data } = useQuery({
    queryKey: ['suggested', conversation, asked?.number],
    queryFn: () => call(questionRoutes.ask, { body: { text: asked!.text } }),
    enabled: isOurs && asked !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  if (!asked || !data || !isOurs) return { asked, found: [] };
  const { meant } = data.thresholds;
  // What only begins a flow says nothing that could be sent.
  const found = data.found.filter(
    ({ withheld, confidence, answer }) => withheld.length === 0 && confidence >= meant && answer !== '',
  );
  return { asked, found: found.slice(0, MOST) };
}

/** An answer as one writes it: without marks of how it is set. */
export const asWritten = ({ answer }: FoundArticle): string => blocksText(answerBlocks(answer));

/**
 * Tells what was sent to a question of which answers were suggested: one of them, or something else, from which an answer can be drafted.
 * Where that is not told, nothing is lost but that.
 */
export function teach(conversation: string, { asked, found }: Suggestions, sent: string): void {
  if (!asked) return;
  const used = found.find(one => sent.includes(asWritten(one)));
  const best = used ?? found[0];
  call(questionRoutes.answered, {
    body: {
      conversation,
      number: asked.number,
      asked: asked.text.slice(0, LONGEST_ASKED),
      used: used !== undefined,
      article: best?.id ?? null,
      confidence: best?.confidence ?? 0,
    },
  }).catch(() => {});
}

/** What may answer the visitor, each put in with one key. */
export function Suggested({
  found,
  onTake,
}: {
  found: readonly FoundArticle[];
  onTake: (article: FoundArticle) => void;
}) {
  if (found.length === 0) return null;
  return (
    <ul aria-label="Suggested answers" className="mb-2 space-y-1">
      {found.map((article, at) => (
        <li key={article.id}>
          <button
            type="button"
            className="flex w-full items-baseline gap-2 rounded-md border border-petrol-2 bg-petrol-3 px-3 py-1.5 text-left hover:bg-petrol-2"
            onClick={() => onTake(article)}
          >
            <span className="shrink-0 font-mono text-xs text-petrol">{Math.round(article.confidence * 100)}%</span>
            <span className="min-w-0 flex-1 truncate font-script">
              <b className="font-semibold">{article.question}</b> {asWritten(article)}
            </span>
            <Keys keys={['Alt', String(at + 1)]} />
          </button>
        </li>
      ))}
    </ul>
  );
}
