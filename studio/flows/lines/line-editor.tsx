import { type Line, type Step, stepsFromText } from '@kineta/core';
import { type JSONContent, mergeAttributes, Node } from '@tiptap/core';
import { Bold } from '@tiptap/extension-bold';
import { Document } from '@tiptap/extension-document';
import { Italic } from '@tiptap/extension-italic';
import { Link } from '@tiptap/extension-link';
import { Paragraph } from '@tiptap/extension-paragraph';
import { Text } from '@tiptap/extension-text';
import { Placeholder } from '@tiptap/extensions';
import { type Editor, EditorContent, useEditor } from '@tiptap/react';
import { useEffect, useRef } from 'react';
import { factLabel } from '../../ui/line.tsx';
import { newId } from '../draft/draft.ts';
import { afterPaint, settleTyping } from '../draft/typing.ts';
import { lineKeys } from '../keys.ts';
import { clipIn, paste, writeAfter } from '../page-keys.ts';
import { factSuggestion } from './fact-suggestion.ts';

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
  /** A list was pasted, of which each line is a step. */
  onSteps?: (steps: Step[]) => void;
  onUp?: () => void;
  onDown?: () => void;
  onEscape?: () => void;
  /** Tab: on to what goes with the line. @returns whether there is such; else Tab goes on as everywhere */
  onTab?: () => boolean;
}

interface LineEditorProps extends LineKeys {
  name: string;
  line: Line;
  placeholder: string;
  onChange: (line: Line) => void;
  /** Where the pointer went down to open it, from the corner of the line: what closes above may have moved it since. */
  startAt?: { left: number; top: number } | undefined;
  /** Hands out the editor while it lives, for buttons beside it. */
  onEditor?: (editor: Editor | null) => void;
}

/**
 * The editor of one line, with the caret in it. Only the line being written has one; the others are plain text. It has
 * no history of its own: what is typed is undone with everything else.
 */
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
      factSuggestion,
      Placeholder.configure({ placeholder }),
    ],
    content: toEditor(line),
    onCreate({ editor: created }) {
      // Where it was clicked, else at its end; the caret is set before the focus, so that nothing typed goes astray.
      const { left, top } = created.view.dom.getBoundingClientRect();
      const clicked = startAt && created.view.posAtCoords({ left: left + startAt.left, top: top + startAt.top })?.pos;
      created.commands.setTextSelection(clicked ?? created.state.doc.content.size);
      created.view.focus();
    },
    editorProps: {
      attributes: { 'aria-label': name, role: 'textbox', 'aria-multiline': 'true' },
      // At every key the caret is where it can be seen already; only else is all around it measured.
      handleScrollToSelection(view) {
        const around = view.dom.closest('[data-scrolls]')?.getBoundingClientRect();
        if (!around) return false;
        const { top, bottom } = view.coordsAtPos(view.state.selection.head);
        return top >= around.top && bottom <= around.bottom;
      },
      handleKeyDown(view, event) {
        const { onEnter, onEmptied, onSlash, onUp, onDown, onEscape, onTab } = latest.current.keys;
        const { doc, selection } = view.state;
        const isEmpty = doc.textContent === '' && doc.content.size <= 2;
        const act = (action: (() => void) | undefined): boolean => {
          if (!action) return false;
          event.preventDefault();
          action();
          return true;
        };
        // Whatever a key does but to write, it does to what has been written.
        if (event.key.length > 1 || event.ctrlKey || event.metaKey || event.altKey) settleTyping(latest);
        // While facts are offered, the keys are for them.
        if (event.isComposing || view.dom.hasAttribute('aria-activedescendant')) return false;
        switch (lineKeys.pressed(event)) {
          case 'next':
            return act(onEnter);
          case 'after':
            return act(writeAfter);
          case 'empty':
            return isEmpty && act(onEmptied);
          case 'kind':
            return isEmpty && act(onSlash);
          case 'strong':
            return act(() => editor.commands.toggleBold());
          case 'emphasis':
            return act(() => editor.commands.toggleItalic());
          case 'out':
            return act(onEscape);
          case 'on':
            return onTab?.() ? act(() => {}) : false;
          case 'up':
            return selection.from <= 1 && selection.empty && act(onUp);
          case 'down':
            return selection.to >= doc.content.size - 1 && selection.empty && act(onDown);
          default:
            return false;
        }
      },
      handlePaste(_, event) {
        settleTyping(latest);
        const { onSteps } = latest.current.keys;
        const clip = clipIn(event.clipboardData);
        if (clip) {
          event.preventDefault();
          paste(clip);
          return true;
        }
        const steps = onSteps ? stepsFromText(event.clipboardData?.getData('text/plain') ?? '', newId) : [];
        if (steps.length < 2) return false;
        onSteps?.(steps);
        return true;
      },
    },
    onUpdate({ editor: updated }) {
      afterPaint(latest, () => {
        const next = fromEditor(updated.getJSON());
        latest.current.given = next;
        latest.current.onChange(next);
      });
    },
    onBlur: () => settleTyping(latest),
    onDestroy: () => settleTyping(latest),
  });

  useEffect(() => {
    onEditor?.(editor);
    return () => onEditor?.(null);
  }, [editor, onEditor]);

  // Changed from outside, by undo or by somebody else: shown, unless it is what was just typed here.
  useEffect(() => {
    if (!editor || JSON.stringify(line) === JSON.stringify(latest.current.given)) return;
    latest.current.given = line;
    const { from } = editor.state.selection;
    editor
      .chain()
      .setContent(toEditor(line), { emitUpdate: false })
      .command(({ tr, commands }) => commands.setTextSelection(Math.min(from, tr.doc.content.size)))
      .run();
  }, [editor, line]);

  return <EditorContent editor={editor} />;
}
