import type { Picture, Say } from '@kineta/core';
import type { Editor } from '@tiptap/react';
import { useState } from 'react';
import { PictureDescription, PictureUpload } from '../../pictures/picture-upload.tsx';
import { LineField } from '../lines/line-field.tsx';
import { LineTools } from '../lines/line-tools.tsx';
import type { StepProps, StepView } from './view.ts';

/** Who speaks, above a line. */
export function SpeakerLabel({ children }: { children: string }) {
  return <p className="label text-petrol">{children}</p>;
}

const MOST_PICTURES = 6;

function Body({ step, change, keys, speaker, selected }: StepProps<Say>) {
  const [editor, setEditor] = useState<Editor | null>(null);
  const pictures = step.pictures ?? [];
  const setPictures = (next: Picture[], part?: string) => {
    const { pictures: _, ...rest } = step;
    change(next.length > 0 ? { ...rest, pictures: next } : rest, part);
  };
  return (
    <>
      <SpeakerLabel>{speaker}</SpeakerLabel>
      {pictures.length > 0 ? (
        <div className="my-1.5 flex flex-wrap gap-2">
          {pictures.map(picture => (
            <img
              key={picture.src}
              src={picture.src}
              alt={picture.alt}
              className={`rounded-md border border-rule object-cover ${pictures.length > 1 ? 'h-24' : 'max-h-44'}`}
            />
          ))}
        </div>
      ) : null}
      <div className="font-script text-[1.0625rem] leading-[1.45]">
        <LineField
          step={step.id}
          part="line"
          name="Line"
          line={step.line}
          placeholder="Type a line, or / for another kind of step"
          onChange={line => change({ ...step, line }, 'line')}
          onEditor={setEditor}
          {...keys}
        />
      </div>
      {selected ? (
        <div className="mt-1 flex flex-wrap items-center gap-2">
          <LineTools editor={editor} />
          {pictures.length < MOST_PICTURES ? (
            <PictureUpload onPicture={picture => setPictures([...pictures, picture])} />
          ) : null}
          {pictures.map((picture, index) => (
            <PictureDescription
              key={picture.src}
              picture={picture}
              onSet={next => setPictures(pictures.with(index, next), `alt${index}`)}
              onRemove={() => setPictures(pictures.toSpliced(index, 1))}
            />
          ))}
        </div>
      ) : null}
    </>
  );
}

export const sayView: StepView<Say> = { name: 'Say', group: 'speak', Body };
