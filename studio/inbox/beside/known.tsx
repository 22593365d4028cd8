import { type ConversationDetail, conversationRoutes } from '@kineta/contract';
import { show } from '@kineta/core';
import { Pencil } from 'lucide-react';
import { useState } from 'react';
import { useSignedIn } from '../../account/store.ts';
import { call } from '../../shell/api.ts';
import { useSentForm } from '../../shell/sent-form.ts';
import { AddButton } from '../../ui/add-button.tsx';
import { Button, IconButton } from '../../ui/button.tsx';
import { Select, SmallInput } from '../../ui/field.tsx';
import { correctionKeys } from '../keys.ts';
import { Pair } from './pair.tsx';
import { Part } from './part.tsx';

/** A fact while it is written, in words as visitors type them: “about 40”, “next Tuesday”, “no”. */
function Writing({ id, fact, text, onClose }: { id: string; fact: string; text: string; onClose: () => void }) {
  const form = useSentForm(conversationRoutes.correct.body, { fact, text }, async body => {
    await call(conversationRoutes.correct, { params: { id }, body });
    onClose();
  });
  const mistake = form.mistakeAt('text') ?? form.mistakeAt('fact') ?? form.mistake;
  return (
    <form
      onSubmit={form.submit}
      noValidate
      className="py-1"
      onKeyDown={event => {
        if (correctionKeys.pressed(event) === 'leave') onClose();
      }}
    >
      <SmallInput name={`What ${fact} is`} field={form.register('text')} autoFocus className="w-full" />
      {mistake ? (
        <p role="alert" className="mt-1 text-brick">
          {mistake}
        </p>
      ) : null}
      <span className="mt-1 flex gap-1">
        <Button type="submit" disabled={form.formState.isSubmitting}>
          Put it right
        </Button>
        <Button type="button" look="quiet" onClick={onClose}>
          Leave it
        </Button>
      </span>
    </form>
  );
}

/** What is known of the visitor, each put right where it stands; and what else the flow would know. */
export function Known({ detail: { conversation, facts, unknown } }: { detail: ConversationDetail }) {
  const { workspace } = useSignedIn();
  const [edits, setEdits] = useState<string>();
  const [adds, setAdds] = useState(false);
  const close = () => {
    setEdits(undefined);
    setAdds(false);
  };
  const writing = (fact: string, text: string) => (
    <Writing key={fact} id={conversation.id} fact={fact} text={text} onClose={close} />
  );
  return (
    <Part title="Known">
      {facts.length === 0 ? <p className="text-ink-2">Nothing yet.</p> : null}
      <dl>
        {facts.map(({ fact, type, value }) => (
          <Pair key={fact} name={fact} isTall={edits === fact}>
            {edits === fact ? (
              writing(fact, show(value, type, workspace))
            ) : (
              <span className="flex items-start gap-1">
                <span className="min-w-0 flex-1 break-words">{show(value, type, workspace)}</span>
                {type === 'file' ? null : (
                  <IconButton name={`Put ${fact} right`} className="-my-1" onClick={() => setEdits(fact)}>
                    <Pencil className="size-3.5" aria-hidden="true" />
                  </IconButton>
                )}
              </span>
            )}
          </Pair>
        ))}
      </dl>
      {unknown.length === 0 ? null : adds ? (
        <div className="mt-1">
          <Select
            name="What is known"
            value={edits ?? ''}
            onChange={event => setEdits(event.target.value || undefined)}
          >
            <option value="">Pick a fact</option>
            {unknown.map(({ fact }) => (
              <option key={fact}>{fact}</option>
            ))}
          </Select>
          {edits === undefined ? null : writing(edits, '')}
        </div>
      ) : (
        <AddButton
          onClick={() => {
            setEdits(undefined);
            setAdds(true);
          }}
        >
          Something else is known
        </AddButton>
      )}
    </Part>
  );
}
