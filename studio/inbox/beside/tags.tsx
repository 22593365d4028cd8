import { type ConversationSummary, conversationRoutes, tagRoutes } from '@kineta/contract';
import { Tag, X } from 'lucide-react';
import { call } from '../../shell/api.ts';
import { useRoute } from '../../shell/query.ts';
import { Button } from '../../ui/button.tsx';
import { Menu } from '../../ui/menu.tsx';
import { useConversation } from '../conversation-store.ts';
import { Part } from './part.tsx';

/** The tags of a conversation, given and taken off, and whether it is urgent. */
export function Tags({ conversation: { id, tags, urgent } }: { conversation: ConversationSummary }) {
  const { data } = useRoute(tagRoutes.list, {});
  const { act } = useConversation.getState();
  const params = { id };
  const give = (tag: string, on: boolean) =>
    void act(() => call(conversationRoutes.tag, { params, body: { tag, on } }));
  const others = data?.tags.filter(one => !tags.some(tag => tag.id === one.id)) ?? [];
  return (
    <Part title="Tags">
      <ul aria-label="Tags" className="mb-1.5 flex flex-wrap gap-1.5 empty:hidden">
        {tags.map(tag => (
          <li key={tag.id} className="flex items-center gap-1 rounded-full bg-paper-2 py-0.5 pr-1 pl-2.5 text-xs">
            {tag.name}
            <button
              type="button"
              aria-label={`Take “${tag.name}” off`}
              className="grid size-4 place-items-center rounded-full text-ink-2 hover:bg-rule hover:text-ink"
              onClick={() => give(tag.id, false)}
            >
              <X className="size-3" aria-hidden="true" />
            </button>
          </li>
        ))}
      </ul>
      <Menu
        empty="There is no other tag. Leads make them in the settings."
        items={others.map(({ id: tag, name }) => ({ label: name, onSelect: () => give(tag, true) }))}
      >
        <Button look="quiet" className="-ml-3">
          <Tag className="size-3.5" aria-hidden="true" /> Tag it
        </Button>
      </Menu>
      <label className="mt-1 flex items-center gap-2">
        <input
          type="checkbox"
          checked={urgent}
          onChange={event => {
            const body = { urgent: event.target.checked };
            void act(() => call(conversationRoutes.raise, { params, body }));
          }}
        />
        Urgent: goes before most who wait
      </label>
    </Part>
  );
}
