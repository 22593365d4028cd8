import { ruleCaseRoutes } from '@kineta/contract';
import { useState } from 'react';
import { caseWords } from '../../log/rule-case.ts';
import { sentenceOf } from '../../shell/api.ts';
import { useRoute } from '../../shell/query.ts';
import { Skeleton } from '../../ui/skeleton.tsx';
import { shortTime } from '../../ui/time.ts';
import { Part } from './part.tsx';

function Reasons({ conversation }: { conversation: string }) {
  const { data, error } = useRoute(ruleCaseRoutes.why, { params: { id: conversation } });
  if (error) return <p className="text-brick">{sentenceOf(error)}</p>;
  if (!data) return <Skeleton lines={4} />;
  return (
    <ul aria-label="Rules" className="space-y-2">
      {data.rules.map(({ id, name, on, cases }) => (
        <li key={id}>
          <p className="font-semibold">{name}</p>
          {cases.map(one => (
            <p key={`${one.since} ${one.part} ${one.at}`} className="font-script text-ink-2 italic">
              {shortTime(one.at)}: {caseWords(one)}
            </p>
          ))}
          {cases.length === 0 ? (
            <p className="font-script text-ink-2 italic">
              {on ? 'Nothing happened for which it is there.' : 'It is off.'}
            </p>
          ) : null}
        </li>
      ))}
      <li className="text-xs text-ink-3">As the rules are today, over what happened here.</li>
    </ul>
  );
}

/** What rules did in a conversation, and why they were silent: looked up when it is asked. */
export function Rules({ conversation }: { conversation: string }) {
  const [asked, setAsked] = useState(false);
  return (
    <Part title="Rules">
      {asked ? (
        <Reasons conversation={conversation} />
      ) : (
        <button type="button" className="text-left text-petrol hover:underline" onClick={() => setAsked(true)}>
          Why they spoke, or did not
        </button>
      )}
    </Part>
  );
}
