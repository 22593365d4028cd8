import { type Consent, type Person, peopleRoutes } from '@kineta/contract';
import { Link } from 'react-router';
import { sentenceOf } from '../shell/api.ts';
import { useRoute } from '../shell/query.ts';
import { Dialog } from '../ui/dialog.tsx';
import { Pill } from '../ui/pill.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { wholeTime } from '../ui/time.ts';

function standing({ given, withdrawnAt }: Consent): { tone: 'fine' | 'neutral'; words: string } {
  if (!given) return { tone: 'neutral', words: 'Did not agree' };
  return withdrawnAt ? { tone: 'neutral', words: 'Agreed, no longer holds' } : { tone: 'fine', words: 'Agreed' };
}

/** What a person agreed to and what not: the exact words, when, and whether it still holds. */
export function Consents({ person, onClose }: { person: Person; onClose: () => void }) {
  const { data, error } = useRoute(peopleRoutes.consents, { params: { id: person.id } });
  const consents = data?.consents;
  const mistake = error && !consents ? sentenceOf(error) : '';
  return (
    <Dialog title={`Consents of ${person.name ?? person.email ?? person.phone ?? 'somebody'}`} open onClose={onClose}>
      {mistake ? (
        <p role="alert" className="text-brick">
          {mistake}
        </p>
      ) : null}
      {!consents && !mistake ? <Skeleton lines={3} /> : null}
      {consents?.length === 0 ? <p className="text-ink-2">Never asked. An “Ask consent” step of a flow asks.</p> : null}
      <ul className="space-y-4">
        {consents?.map((consent, index) => (
          <li key={index}>
            <p className="flex flex-wrap items-baseline gap-2">
              <b className="font-semibold">{consent.purpose}</b>
              <Pill tone={standing(consent).tone}>{standing(consent).words}</Pill>
              <Link to={`/inbox/${consent.conversation}`} className="ml-auto text-petrol hover:underline">
                Conversation
              </Link>
            </p>
            <blockquote className="my-1 border-l-2 border-rule pl-3 font-script">{consent.wording}</blockquote>
            <p className="text-xs text-ink-2">
              {wholeTime(consent.at)}
              {consent.withdrawnAt ? `, until ${wholeTime(consent.withdrawnAt)}` : ''}
              {consent.policy ? `, with the policy at ${consent.policy}` : ''}
            </p>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
