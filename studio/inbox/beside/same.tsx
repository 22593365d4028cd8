import { type ConversationDetail, conversationRoutes, type SamePerson } from '@kineta/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { call } from '../../shell/api.ts';
import { changedHere } from '../../shell/query.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { shortTime } from '../../ui/time.ts';
import { useConversation } from '../conversation-store.ts';
import { Part } from './part.tsx';

/** What else the same person has under way in other browsers, and how it is joined to this. */
export function Same({ detail: { conversation, same } }: { detail: ConversationDetail }) {
  const [asked, setAsked] = useState<SamePerson>();
  const { act } = useConversation.getState();
  if (same.length === 0) return null;
  return (
    <Part title="The same person">
      <ul aria-label="The same person, elsewhere">
        {same.map(other => (
          <li key={other.id} className="py-0.5">
            <span className="flex items-baseline justify-between gap-2">
              <Link to={`/inbox/${other.id}`} className="min-w-0 truncate hover:underline">
                {other.preview || other.visitor}
              </Link>
              <span className="font-mono text-xs whitespace-nowrap text-ink-3">{shortTime(other.at)}</span>
            </span>
            <button type="button" className="text-petrol hover:underline" onClick={() => setAsked(other)}>
              Join it to this one…
            </button>
          </li>
        ))}
      </ul>
      {asked ? (
        <Dialog
          open
          title={`Join “${asked.preview || asked.visitor}” to this one?`}
          description={`Both gave the same email or phone number. What is said there comes here from then on, and what you answer is shown in both browsers: so be sure that it is one person. It cannot be taken apart again. ${conversation.visitor} sees nothing of the other chat here.`}
          onClose={() => setAsked(undefined)}
        >
          <div className="flex justify-end gap-2">
            <Button onClick={() => setAsked(undefined)}>Leave them apart</Button>
            <Button
              look="main"
              onClick={() => {
                setAsked(undefined);
                void act(async id => {
                  const joined = await call(conversationRoutes.join, { params: { id }, body: { other: asked.id } });
                  await changedHere(conversationRoutes.list);
                  return joined;
                });
              }}
            >
              Join them
            </Button>
          </div>
        </Dialog>
      ) : null}
    </Part>
  );
}
