import type { Line } from '@kineta/core';
import { type JSONContent, mergeAttributes, Node } from '@tiptap/core';
import { Bold } from '@tiptap/extension-bold';
import { Document } from '@tiptap/extension-document';
import { Italic } from '@tiptap/extension-italic';
import { Link } from '@tiptap/extension-link';
import { Paragraph } from '@tiptap/extension-paragraph';
import { Text } from '@tiptap/extension-text';
import { Placeholder, UndoRedo } from '@tiptap/extensions';
import { type Editor, EditorContent, useEditor } from '@tiptap/react';
import { useEffect, useRef } from 'react';
import { factLabel } from '../ui/line.tsx';

/** A fact in a line: one piece, to be deleted as a whole. */
const FactNode = Node.create({
  name: 'fact',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: () => ({ fact: { default: '' }, otherwise: { default: null } }),
  parseHTML: () => [{ tag: 'span[data-fact]' }],
  renderHTML: ({ HTMLAttributes }) => [
    'span',
    mergeAttributes({ 'data-fact': HTMLAttributes.fact, class: 'mark' }),
    factLabel({ fact: HTMLAttributes.fact, otherwise: HTMLAttributes.otherwise ?? undefined }),
  ],
  renderText: ({ node }) => `{${node.attrs.fact}}`,
});

function toEditor(line: Line): JSONContent {
  const paragraphs = line.map(paragraph => ({
    type: 'paragraph',
    content: paragraph
      .filter(span => 'fact' in span || span.text !== '')
      .map((span): JSONContent => {
        if ('fact' in span) return { type: 'fact', attrs: { fact: span.fact, otherwise: span.otherwise ?? null } };
        const marks = [
          ...(span.strong ? [{ type: 'bold' }] : []),
          ...(span.emphasis ? [{ type: 'italic' }] : []),
          ...(span.link ? [{ type: 'link', attrs: { href: span.link } }] : []),
        ];
        return { type: 'text', text: span.text, marks };
      }),
  }));
  return { type: 'doc', content: paragraphs.length > 0 ? paragraphs : [{ type: 'paragraph' }] };
}

function fromEditor(content: JSONContent): Line {
  const line: Line = (content.content ?? []).map(paragraph =>
    (paragraph.content ?? []).map(node => {
      if (node.type === 'fact')
        return {
          fact: node.attrs?.fact as string,
          ...(node.attrs?.otherwise ? { otherwise: node.attrs.otherwise as string } : {}),
        };
      const marked = (type: string) => node.marks?.find(mark => mark.type === type);
      const link = marked('link')?.attrs?.href as string | undefined;
      return {
        text: node.text ?? '',
        ...(marked('bold') ? { strong: true as const } : {}),
        ...(marked('italic') ? { emphasis: true as const } : {}),
        ...(link ? { link } : {}),
      };
    }),
  );
  return line.every(paragraph => paragraph.length === 0) ? [] : line;
}

export interface LineKeys {
  /** Enter: on to a new line. */
  onEnter?: () => void;
  /** Backspace where there is nothing left. */
  onEmptied?: () => void;
  /** `/` where nothing is written yet. */
  onSlash?: () => void;
  /** `@`, anywhere. */
  onAt?: () => void;
  onUp?: () => void;
  onDown?: () => void;
  onEscape?: () => void;
}

interface LineEditorProps extends LineKeys {
  name: string;
  line: Line;
  placeholder: string;
  onChange: (line: Line) => void;
  /** Where the pointer went down to open it, in the window’s coordinates. */
  startAt?: { left: number; top: number } | undefined;
  /** Hands out the editor while it lives, for buttons beside it. */
  onEditor?: (editor: Editor | null) => void;
}

/** The editor of one line, with the caret in it. Only the line being written has one; the others are plain text. */
export function LineEditor({ name, line, placeholder, startAt, onChange, onEditor, ...keys }: LineEditorProps) {
  const latest = useRef({ onChange, keys, given: line });
  latest.current.onChange = onChange;
  latest.current.keys = keys;
  const editor = useEditor({
    immediatelyRender: true,
    extensions: [
      Document,
      Paragraph,
      Text,
      Bold,
      Italic,
      Link.configure({ openOnClick: false, autolink: true, protocols: ['mailto', 'tel'] }),
      FactNode,
      UndoRedo.configure({ newGroupDelay: 600 }),
      Placeholder.configure({ placeholder }),
    ],
    content: toEditor(line),
    onCreate({ editor: created }) {
      // Where it was clicked, else at its end; the caret is set before the focus, so that nothing typed goes astray.
      const clicked = startAt && created.view.posAtCoords(startAt)?.pos;
      created.commands.setTextSelection(clicked ?? created.state.doc.content.size);
      created.view.focus();
    },
    editorProps: {
      attributes: { 'aria-label': name, role: 'textbox', 'aria-multiline': 'true' },
      handleKeyDown(view, event) {
        const { onEnter, onEmptied, onSlash, onAt, onUp, onDown, onEscape } = latest.current.keys;
        const { doc, selection } = view.state;
        const isEmpty = doc.textContent === '' && doc.content.size <= 2;
        const act = (action: (() => void) | undefined): boolean => {
          if (!action) return false;
          event.preventDefault();
          action();
          return true;
        };
        if (event.isComposing) return false;
        if (event.key === 'Enter' && !event.shiftKey) return act(onEnter);
        if (event.key === 'Backspace' && isEmpty) return act(onEmptied);
        if (event.key === '/' && isEmpty) return act(onSlash);
        if (event.key === '@') return act(onAt);
        if (event.key === 'Escape') return act(onEscape);
        if (event.key === 'ArrowUp' && selection.from <= 1 && selection.empty) return act(onUp);
        if (event.key === 'ArrowDown' && selection.to >= doc.content.size - 1 && selection.empty) return act(onDown);
        return false;
      },
    },
    onUpdate({ editor: updated }) {
      const next = fromEditor(updated.getJSON());
      latest.current.given = next;
      latest.current.onChange(next);
    },
  });

  useEffect(() => {
    onEditor?.(editor);
    return () => onEditor?.(null);
  }, [editor, onEditor]);

  // Changed from outside, by undo or by somebody else: shown, unless it is what was just typed here.
  useEffect(() => {
    if (!editor || JSON.stringify(line) === JSON.stringify(latest.current.given)) return;
    latest.current.given = line;
    editor.commands.setContent(toEditor(line), { emitUpdate: false });
  }, [editor, line]);

  return <EditorContent editor={editor} />;
}
