import type { Appearance } from '@kineta/core';
import { useId } from 'react';
import { PictureDescription, PictureUpload } from '../../../pictures/picture-upload.tsx';
import { AddButton } from '../../../ui/add-button.tsx';
import { SmallInput } from '../../../ui/field.tsx';
import { RemoveButton } from '../../../ui/remove-button.tsx';
import type { AppearanceProps, AppearanceView } from './view.ts';

type Line = Extract<Appearance, { how: 'line' }>;
const MOST = 3;

function Prompt({ appears, onSet }: AppearanceProps<Line>) {
  const id = useId();
  const { line, replies, picture } = appears;
  const withoutPicture = (): Line => {
    const { picture: _, ...rest } = appears;
    return rest;
  };
  const setReplies = (next: string[]) => onSet({ ...appears, replies: next });
  return (
    <div className="mt-2 space-y-1.5">
      <label htmlFor={id} className="block text-ink-2">
        The line; a fact may stand in it, as {'{first name|there}'}
      </label>
      <textarea
        id={id}
        rows={1}
        maxLength={160}
        value={line}
        className="w-full rounded-md border border-rule bg-sheet px-2.5 py-1 [field-sizing:content]"
        onChange={event => onSet({ ...appears, line: event.target.value })}
      />
      {replies.map((reply, at) => (
        <span key={at} className="flex items-center gap-1.5">
          <SmallInput
            name={`Reply ${at + 1}`}
            value={reply}
            maxLength={40}
            onChange={event => setReplies(replies.with(at, event.target.value))}
          />
          <RemoveButton name={`Remove reply ${at + 1}`} onClick={() => setReplies(replies.toSpliced(at, 1))} />
        </span>
      ))}
      <span className="flex items-center gap-1.5">
        {picture ? (
          <PictureDescription
            picture={picture}
            onSet={next => onSet({ ...appears, picture: next })}
            onRemove={() => onSet(withoutPicture())}
          />
        ) : (
          <PictureUpload onPicture={next => onSet({ ...appears, picture: next })} />
        )}
      </span>
      {replies.length < MOST ? (
        <AddButton onClick={() => setReplies([...replies, replies.length === 0 ? 'Yes, please' : ''])}>
          A reply to press
        </AddButton>
      ) : null}
    </div>
  );
}

export const lineView: AppearanceView<Line> = { how: 'line', name: 'a line beside the launcher', Setting: Prompt };
