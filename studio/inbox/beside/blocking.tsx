import { type ConversationDetail, conversationRoutes } from '@kineta/contract';
import { useState } from 'react';
import { call } from '../../shell/api.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { useConversation } from '../conversation-store.ts';

/** Where a visitor is blocked, and let write again. */
export function Blocking({ detail: { conversation, blocked } }: { detail: ConversationDetail }) {
  const [asks, setAsks] = useState(false);
  const { act } = useConversation.getState();
  const params = { id: conversation.id };
  if (blocked)
    return (
      <p className="text-ink-2">
        {conversation.visitor} is blocked.{' '}
        <button
          type="button"
          className="text-petrol hover:underline"
          onClick={() => void act(() => call(conversationRoutes.letBack, { params }))}
        >
          Let them write again
        </button>
      </p>
    );
  return (
    <>
      {conversation.holder === 'done' ? null : (
        <button
          type="button"
          className="mb-1.5 block text-ink-2 hover:underline"
          onClick={() => void act(() => call(conversationRoutes.spam, { params }))}
        >
          Close as spam
        </button>
      )}
      <button type="button" className="text-ink-2 hover:underline" onClick={() => setAsks(true)}>
        Block this visitor…
      </button>
      {asks ? (
        <Dialog
          open
          title={`Block ${conversation.visitor}?`}
          description="The conversation is closed, and whoever opens the chat in that browser is told that it is closed to them. Who clears their browser comes as somebody new."
          onClose={() => setAsks(false)}
        >
          <div className="flex justify-end gap-2">
            <Button onClick={() => setAsks(false)}>Let them be</Button>
            <Button
              look="danger"
              onClick={() => {
                setAsks(false);
                void act(() => call(conversationRoutes.block, { params }));
              }}
            >
              Block them
            </Button>
          </div>
        </Dialog>
      ) : null}
    </>
  );
}
