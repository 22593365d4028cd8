import { type FoundArticle, questionRoutes } from '@kineta/contract';
import { useRoute } from '../shell/query.ts';

/** Which flows go on from an answer, and where. */
export function LeadsOn({ found: { flows, atOnce } }: { found: FoundArticle }) {
  const { data } = useRoute(questionRoutes.flows, {});
  if (flows.length === 0) return null;
  const whereTo = ({ flow, scene }: FoundArticle['flows'][number]): string => {
    const title = data?.flows.find(({ name }) => name === flow)?.scenes.find(({ id }) => id === scene)?.title;
    return title === undefined ? `the flow “${flow}”` : `the flow “${flow}” at “${title}”`;
  };
  return (
    <p className="mt-2 flex flex-wrap items-center gap-2 text-[0.8125rem] text-ink-2">
      {atOnce
        ? `Begins ${whereTo(flows[0]!)}.`
        : flows.map(button => (
            <span
              key={button.label}
              title={`Begins ${whereTo(button)}`}
              className="rounded-full border border-plum px-2 text-plum"
            >
              {button.label}
            </span>
          ))}
    </p>
  );
}
