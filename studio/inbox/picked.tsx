import { type ConversationSummary, conversationRoutes, tagRoutes } from '@kineta/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { useSignedIn } from '../account/store.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { Menu } from '../ui/menu.tsx';
import { countWords } from '../ui/writing.ts';
import { pickAll, useInbox } from './store.ts';

type Work = (id: string) => Promise<ConversationSummary>;

/** Does something with several conversations, one after the other, and says for which it could not be done. */
async function doEach(ids: readonly string[], work: Work, done: string): Promise<void> {
  const refused: string[] = [];
  let reason = '';
  for (const id of ids)
    try {
      await work(id);
    } catch (error) {
      refused.push(id);
      reason = sentenceOf(error);
    }
  // What could not be done stays picked, to be tried otherwise.
  pickAll(refused);
  const did = ids.length - refused.length;
  if (did > 0) toast.success(`${countWords(did)} ${done}`);
  if (refused.length > 0) toast.error(`${countWords(refused.length)} not: ${reason}`);
}

/** What can be done with the conversations that are picked: above their list, as what is told beneath it covers the lower end for a while. */
export function Picked() {
  const picked = useInbox(state => state.picked);
  const { teams, members } = useSignedIn();
  const { data } = useRoute(tagRoutes.list, {});
  const [busy, setBusy] = useState(false);
  if (picked.size === 0) return null;
  const each = async (work: Work, done: string): Promise<void> => {
    setBusy(true);
    await doEach([...picked], work, done);
    setBusy(false);
  };
  const passOn = (body: { team: string } | { member: string }): Work => {
    return id => call(conversationRoutes.passOn, { params: { id }, body });
  };
  return (
    <div
      role="toolbar"
      aria-label="With those that are picked"
      className="flex flex-wrap items-center gap-1 border-b border-rule bg-sheet px-3 py-2"
    >
      <span className="mr-auto font-semibold">{countWords(picked.size)} picked</span>
      <Button
        look="quiet"
        className="px-2"
        disabled={busy}
        onClick={() => void each(id => call(conversationRoutes.take, { params: { id } }), 'taken')}
      >
        Take
      </Button>
      <Button
        look="quiet"
        className="px-2"
        disabled={busy}
        onClick={() => void each(id => call(conversationRoutes.done, { params: { id } }), 'done')}
      >
        Done
      </Button>
      <Menu
        empty="There are no tags yet."
        items={(data?.tags ?? []).map(({ id: tag, name }) => ({
          label: name,
          onSelect: () =>
            void each(
              id => call(conversationRoutes.tag, { params: { id }, body: { tag, on: true } }),
              `tagged “${name}”`,
            ),
        }))}
      >
        <Button look="quiet" className="px-2" disabled={busy}>
          Tag
        </Button>
      </Menu>
      <Menu
        items={[
          ...teams.map(({ id, name }) => ({
            label: `To ${name}`,
            onSelect: () => void each(passOn({ team: id }), `passed on to ${name}`),
          })),
          ...members.map(({ id, name }) => ({
            label: `To ${name}`,
            onSelect: () => void each(passOn({ member: id }), `passed on to ${name}`),
          })),
        ]}
      >
        <Button look="quiet" className="px-2" disabled={busy}>
          Pass on
        </Button>
      </Menu>
      <Button look="quiet" className="px-2" onClick={() => pickAll([])}>
        None
      </Button>
    </div>
  );
}
