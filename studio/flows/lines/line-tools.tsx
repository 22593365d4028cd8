import { Link } from '@kineta/core';
import type { Editor } from '@tiptap/react';
import { Bold, Italic, Link2 } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import { Button, IconButton } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { EmojiPicker } from '../../ui/emoji-picker.tsx';
import { TextField } from '../../ui/field.tsx';
import { Menu } from '../../ui/menu.tsx';
import { declareFact, useFacts } from '../workplace.ts';

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

/** What can be put into the line being written: weight, a link, an emoji, a fact. Keeps the caret where it is. */
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
      <EmojiPicker
        onClosed={() => editor.commands.focus()}
        onPick={emoji => editor.commands.insertContent({ type: 'text', text: emoji })}
      />
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
