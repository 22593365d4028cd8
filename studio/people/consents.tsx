import { type Consent, conversationRoutes, type Person, peopleRoutes } from '@kineta/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useSignedIn } from '../account/store.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { isStale, useRoute } from '../shell/query.ts';
import { Button, buttonClass } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { Pill } from '../ui/pill.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { wholeTime } from '../ui/time.ts';

function standing({ given, withdrawnAt }: Consent): { tone: 'fine' | 'neutral'; words: string } {
  if (!given) return { tone: 'neutral', words: 'Did not agree' };
  return withdrawnAt ? { tone: 'neutral', words: 'Agreed, no longer holds' } : { tone: 'fine', words: 'Agreed' };
}

export const nameOf = ({ name, email, phone }: Person): string => name ?? email ?? phone ?? 'somebody';

/** All that is kept of a person: to be saved, as they may ask for it, and to be erased for good. */
function Record({ person, name, onErased }: { person: Person; name: string; onErased: () => void }) {
  const [asking, setAsking] = useState(false);
  const [erasing, setErasing] = useState(false);
  const [mistake, setMistake] = useState('');
  const erase = async () => {
    setErasing(true);
    try {
      const { conversations } = await call(peopleRoutes.erase, { params: { id: person.id } });
      await Promise.all([isStale(peopleRoutes.list), isStale(conversationRoutes.list)]);
      const those = conversations === 1 ? 'one conversation' : `${conversations} conversations`;
      toast.success(`All that was kept of ${name} is erased, with ${those}.`);
      onErased();
    } catch (error) {
      setMistake(sentenceOf(error));
      setErasing(false);
    }
  };
  return (
    <section aria-label="All that is kept" className="mt-6 border-t border-rule pt-4">
      <h3 className="font-script text-lg font-semibold">All that is kept</h3>
      <p className="mt-1 text-ink-2">
        Their record, visits, conversations with every line, files, consents and emails.
      </p>
      {asking ? (
        <p className="mt-3 rounded-md bg-brick-2 px-3 py-2">
          Erased, it is gone for good, in lists, searches and replays as well. What was only counted stays as numbers;
          backups from before hold it until they are thrown away.
        </p>
      ) : null}
      {mistake ? (
        <p role="alert" className="mt-2 text-brick">
          {mistake}
        </p>
      ) : null}
      <p className="mt-3 flex flex-wrap items-center gap-2">
        {asking ? (
          <>
            <Button look="danger" disabled={erasing} onClick={erase}>
              Erase {name} for good
            </Button>
            <Button key="keep" look="quiet" onClick={() => setAsking(false)}>
              Keep it
            </Button>
          </>
        ) : (
          <>
            <a
              href={peopleRoutes.export.path.replace(':id', person.id)}
              download={`person-${person.id}.json`}
              className={buttonClass()}
            >
              Save as a file
            </a>
            <Button key="ask" look="danger" onClick={() => setAsking(true)}>
              Erase…
            </Button>
          </>
        )}
      </p>
    </section>
  );
}

/** What a person agreed to and what not: the exact words, when, and whether it still holds. */
export function Consents({ person, onClose }: { person: Person; onClose: () => void }) {
  const { data, error } = useRoute(peopleRoutes.consents, { params: { id: person.id } });
  const { member } = useSignedIn();
  const name = nameOf(person);
  const consents = data?.consents;
  const mistake = error && !consents ? sentenceOf(error) : '';
  return (
    <Dialog title={`Consents of ${name}`} open onClose={onClose}>
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
      {member.role === 'lead' ? <Record person={person} name={name} onErased={onClose} /> : null}
    </Dialog>
  );
}
