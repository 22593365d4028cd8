import { flowRoutes } from '@kineta/contract';
import { Link, type Say } from '@kineta/core';
import type { Editor } from '@tiptap/react';
import { Bold, ImagePlus, Italic, Link2 } from 'lucide-react';
import { type FormEvent, useRef, useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../../shell/api.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { SmallInput, TextField } from '../../ui/field.tsx';
import { Menu } from '../../ui/menu.tsx';
import { useDraft } from '../draft.ts';
import { LineField } from '../line-field.tsx';
import type { StepProps, StepView } from './view.ts';

const LARGEST_PICTURE = 4 * 1024 * 1024;

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
  const facts = useDraft(state => state.flow?.facts ?? []);
  const [linking, setLinking] = useState(false);
  if (!editor) return null;
  const hold = (event: React.MouseEvent) => event.preventDefault();
  const insert = (fact: string) =>
    editor
      .chain()
      .focus()
      .insertContent([{ type: 'fact', attrs: { fact, otherwise: null } }])
      .run();
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

function Body({ step, change, keys, speaker, selected }: StepProps<Say>) {
  const [editor, setEditor] = useState<Editor | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const upload = async (chosen: File | undefined) => {
    if (!chosen) return;
    if (chosen.size > LARGEST_PICTURE) {
      toast.error(`${chosen.name} is larger than 4 MB. Make it smaller and try again.`);
      return;
    }
    try {
      const { src } = await call(flowRoutes.addPicture, { raw: chosen });
      change({ ...step, picture: { src, alt: '' } });
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <>
      <SpeakerLabel>{speaker}</SpeakerLabel>
      {step.picture ? (
        <img src={step.picture.src} alt={step.picture.alt} className="my-1.5 max-h-44 rounded-md border border-rule" />
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
          <input
            ref={file}
            type="file"
            accept="image/png,image/jpeg,image/gif,image/webp"
            hidden
            onChange={event => upload(event.target.files?.[0])}
          />
          {step.picture ? (
            <>
              <SmallInput
                name="What the picture shows"
                placeholder="What the picture shows"
                value={step.picture.alt}
                className="flex-1"
                onChange={event => change({ ...step, picture: { ...step.picture!, alt: event.target.value } }, 'alt')}
              />
              <Button look="quiet" onClick={() => change({ id: step.id, kind: 'say', line: step.line })}>
                Remove the picture
              </Button>
            </>
          ) : (
            <IconButton name="Add a picture" onClick={() => file.current?.click()}>
              <ImagePlus className="size-3.5" aria-hidden="true" />
            </IconButton>
          )}
        </div>
      ) : null}
    </>
  );
}

export const sayView: StepView<Say> = { name: 'Say', Body };
