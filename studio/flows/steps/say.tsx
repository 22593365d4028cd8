import { Link, type Picture, type Say } from '@kineta/core';
import type { Editor } from '@tiptap/react';
import { Bold, Italic, Link2 } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import { Button, IconButton } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { TextField } from '../../ui/field.tsx';
import { Menu } from '../../ui/menu.tsx';
import { LineField } from '../lines/line-field.tsx';
import { PictureDescription, PictureUpload } from '../picture-upload.tsx';
import { declareFact, useFacts } from '../workplace.ts';
import type { StepProps, StepView } from './view.ts';

/** Who speaks, above a line. */
export function SpeakerLabel({ children }: { children: string }) {
  return <p className="label text-petrol">{children}</p>;
}

function LinkDialog({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const [href, setHref] = useState((editor.getAttributes('link').href as string | undefined) ?? 'https://');
  const fine = href !== 'https://' && Link.safeParse(href).success;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    event.stopPropagation();
    const chain = editor.chain().focus().extendMarkRange('link');
    if (editor.state.selection.empty && !editor.isActive('link'))
      chain.insertContent({ type: 'text', text: href, marks: [{ type: 'link', attrs: { href } }] }).run();
    else chain.setLink({ href }).run();
    onClose();
  };
  return (
    <Dialog title="Link" open onClose={onClose}>
      <form onSubmit={submit} className="space-y-4">
        <TextField
          label="Where it leads"
          value={href}
          onChange={event => setHref(event.target.value)}
          mistake={fine || href.length < 10 ? undefined : 'A link starts with https://, mailto:, tel: or /.'}
          autoFocus
        />
        <div className="flex justify-end gap-2">
          {editor.isActive('link') ? (
            <Button
              look="quiet"
              onClick={() => {
                editor.chain().focus().extendMarkRange('link').unsetLink().run();
                onClose();
              }}
            >
              Remove the link
            </Button>
          ) : null}
          <Button look="main" type="submit" disabled={!fine}>
            Set the link
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

/** What can be put into the line being written: weight, a link, a fact. Keeps the caret where it is. */
export function LineTools({ editor }: { editor: Editor | null }) {
  const { all: facts } = useFacts();
  const [linking, setLinking] = useState(false);
  if (!editor) return null;
  const hold = (event: React.MouseEvent) => event.preventDefault();
  const insert = (fact: string) => {
    declareFact(fact);
    editor
      .chain()
      .focus()
      .insertContent([{ type: 'fact', attrs: { fact, otherwise: null } }])
      .run();
  };
  return (
    <span className="flex items-center gap-0.5">
      <IconButton name="Bold" onMouseDown={hold} onClick={() => editor.chain().focus().toggleBold().run()}>
        <Bold className="size-3.5" aria-hidden="true" />
      </IconButton>
      <IconButton name="Italic" onMouseDown={hold} onClick={() => editor.chain().focus().toggleItalic().run()}>
        <Italic className="size-3.5" aria-hidden="true" />
      </IconButton>
      <IconButton name="Link" onMouseDown={hold} onClick={() => setLinking(true)}>
        <Link2 className="size-3.5" aria-hidden="true" />
      </IconButton>
      <Menu
        onClosed={() => editor.commands.focus()}
        items={facts.map(fact => ({ label: fact.name, onSelect: () => insert(fact.name) }))}
        empty="This flow knows no facts yet. Ask something first."
      >
        <button type="button" className="rounded px-1.5 py-0.5 text-xs text-ink-2 hover:bg-paper-2 hover:text-ink">
          Insert a fact
        </button>
      </Menu>
      {linking ? <LinkDialog editor={editor} onClose={() => setLinking(false)} /> : null}
    </span>
  );
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

export const sayView: StepView<Say> = { name: 'Say', Body };
