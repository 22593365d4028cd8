import { useStore } from 'zustand';
import { holdsFor } from '../shell/holding.ts';
import { page } from '../shell/page.ts';
import { type ConversationState, OpenConversation } from './open-conversation.ts';
import { useInbox } from './store.ts';

/** The conversation that is open in this page. */
const conversation = new OpenConversation({
  ...page,
  holdsFor,
  isSeen: () => document.visibilityState === 'visible',
  reads: id => useInbox.setState({ read: id }),
});

/** What of the open conversation is shown, anew whenever that changes. */
export function useConversation<Part>(part: (state: ConversationState) => Part): Part {
  return useStore(conversation.state, part);
}
useConversation.getState = conversation.state.getState;

// Who looks away takes nothing back any more; and what waits in a page that is closed would never go out.
document.addEventListener('visibilitychange', () => {
  if (document.visibilityState === 'hidden') conversation.state.getState().hurry();
});
