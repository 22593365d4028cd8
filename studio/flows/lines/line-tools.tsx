import { Link } from '@kineta/core';
import type { Editor } from '@tiptap/react';
import { Bold, Italic, Link2 } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { useSentForm } from '../../shell/sent-form.ts';
import { Button, IconButton } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { EmojiPicker } from '../../ui/emoji-picker.tsx';
import { TextField } from '../../ui/field.tsx';
import { Menu } from '../../ui/menu.tsx';
import { lineKeys, toolKeys } from '../keys.ts';
import { declareFact, useFacts } from '../workplace.ts';

/** How most links begin. */
const BEGUN = 'https://';

function LinkDialog({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const { register, submit, watch, mistakeAt } = useSentForm(
    z.object({ href: Link }),
    { href: (editor.getAttributes('link').href as string | undefined) ?? BEGUN },
    ({ href }) => {
      const chain = editor.chain().focus().extendMarkRange('link');
      if (editor.state.selection.empty && !editor.isActive('link'))
        chain.insertContent({ type: 'text', text: href, marks: [{ type: 'link', attrs: { href } }] }).run();
      else chain.setLink({ href }).run();
      onClose();
    },
  );
  return (
    <Dialog title="Link" open onClose={onClose}>
      <form onSubmit={submit} className="space-y-4">
        <TextField label="Where it leads" mistake={mistakeAt('href')} autoFocus {...register('href')} />
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
          <Button look="main" type="submit" disabled={watch('href') === BEGUN}>
            Set the link
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

/** Lets the arrows go from tool to tool, and Escape back into the line. */
function onToolKey(event: React.KeyboardEvent<HTMLElement>, editor: Editor): void {
  const tools = [...event.currentTarget.querySelectorAll<HTMLElement>('button')];
  const at = tools.indexOf(document.activeElement as HTMLElement);
  if (at < 0) return;
  const pressed = toolKeys.pressed(event);
  if (pressed === 'before') tools.at(at - 1)?.focus();
  else if (pressed === 'after') tools.at((at + 1) % tools.length)?.focus();
  else if (pressed === 'back') editor.commands.focus();
  else return;
  event.preventDefault();
  event.stopPropagation();
}

/**
 * What can be put into the line being written: weight, a link, an emoji, a fact. Keeps the caret where it is. Tab passes
 * them by, so that it leads to what goes with the line; Alt and F10 lead here.
 */
export function LineTools({ editor }: { editor: Editor | null }) {
  const { all: facts } = useFacts();
  const [linking, setLinking] = useState(false);
  const bar = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    if (!editor) return;
    const onKey = (event: KeyboardEvent) => {
      if (lineKeys.pressed(event) !== 'tools') return;
      event.preventDefault();
      bar.current?.querySelector('button')?.focus();
    };
    const { dom } = editor.view;
    dom.addEventListener('keydown', onKey);
    return () => dom.removeEventListener('keydown', onKey);
  }, [editor]);
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
    <span
      ref={bar}
      role="toolbar"
      aria-label="Format the line"
      aria-keyshortcuts={lineKeys.rows.tools.keys.join('+')}
      onKeyDown={event => onToolKey(event, editor)}
      className="flex items-center gap-0.5"
    >
      <IconButton
        name="Bold"
        tabIndex={-1}
        onMouseDown={hold}
        onClick={() => editor.chain().focus().toggleBold().run()}
      >
        <Bold className="size-3.5" aria-hidden="true" />
      </IconButton>
      <IconButton
        name="Italic"
        tabIndex={-1}
        onMouseDown={hold}
        onClick={() => editor.chain().focus().toggleItalic().run()}
      >
        <Italic className="size-3.5" aria-hidden="true" />
      </IconButton>
      <IconButton name="Link" tabIndex={-1} onMouseDown={hold} onClick={() => setLinking(true)}>
        <Link2 className="size-3.5" aria-hidden="true" />
      </IconButton>
      <EmojiPicker
        inToolbar
        onClosed={() => editor.commands.focus()}
        onPick={emoji => editor.commands.insertContent({ type: 'text', text: emoji })}
      />
      <Menu
        onClosed={() => editor.commands.focus()}
        items={facts.map(fact => ({ label: fact.name, onSelect: () => insert(fact.name) }))}
        empty="This flow knows no facts yet. Ask something first."
      >
        <button
          type="button"
          tabIndex={-1}
          className="rounded px-1.5 py-0.5 text-xs text-ink-2 hover:bg-paper-2 hover:text-ink"
        >
          Insert a fact
        </button>
      </Menu>
      {linking ? <LinkDialog editor={editor} onClose={() => setLinking(false)} /> : null}
    </span>
  );
}
