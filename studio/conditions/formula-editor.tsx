import { feel } from '@bpmn-io/lang-feel';
import {
  autocompletion,
  type CompletionContext,
  type CompletionResult,
  completionKeymap,
} from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { EditorState } from '@codemirror/state';
import { EditorView, keymap, placeholder as placeholderOf } from '@codemirror/view';
import type { Fact } from '@kineta/core';
import { tags } from '@lezer/highlight';
import { useEffect, useRef } from 'react';

/** The functions of FEEL that come in useful, with what they are for. */
const functions: ReadonlyArray<[string, string]> = [
  ['round half up(n, scale)', 'round'],
  ['floor(n)', 'round down'],
  ['ceiling(n)', 'round up'],
  ['abs(n)', 'without its sign'],
  ['min(a, b)', 'the smaller'],
  ['max(a, b)', 'the larger'],
  ['sum(list)', 'all together'],
  ['mean(list)', 'the average'],
  ['contains(text, part)', 'whether it holds a part'],
  ['upper case(text)', 'in capitals'],
  ['string length(text)', 'how many characters'],
  ['if … then … else …', 'one or the other'],
];

const look = EditorView.theme({
  '&': { fontSize: '0.8125rem' },
  '&.cm-focused': { outline: 'none' },
  '.cm-content': { fontFamily: '"IBM Plex Mono", monospace', padding: '3px 0', caretColor: 'var(--color-ink)' },
  '.cm-line': { padding: '0 8px' },
  '.cm-tooltip': { border: '1px solid var(--color-rule)', borderRadius: '8px', background: 'var(--color-sheet)' },
  '.cm-tooltip-autocomplete > ul > li': { padding: '3px 8px', fontFamily: '"IBM Plex Mono", monospace' },
  '.cm-tooltip-autocomplete > ul > li[aria-selected]': {
    background: 'var(--color-petrol-2)',
    color: 'var(--color-ink)',
  },
  '.cm-completionIcon': { display: 'none' },
  '.cm-placeholder': { color: 'var(--color-ink-3)' },
});

const colours = HighlightStyle.define([
  { tag: [tags.number, tags.string], color: 'var(--color-plum)' },
  { tag: [tags.keyword, tags.bool], color: 'var(--color-petrol)', fontWeight: '600' },
]);

/** Offers facts, whose names may hold spaces, and functions, for what stands before the caret. */
function offers(facts: readonly Fact[]) {
  return (context: CompletionContext): CompletionResult | null => {
    const before = context.matchBefore(/[\p{L}][\p{L}\p{N} ]*$/u);
    if (!before && !context.explicit) return null;
    return {
      from: before?.from ?? context.pos,
      options: [
        ...facts.map(fact => ({ label: fact.name, detail: fact.unit ?? fact.type, boost: 2 })),
        ...functions.map(([label, detail]) => ({
          label,
          detail,
          apply: label.replace(/\(.*|\s….*/, found => (found.startsWith('(') ? '(' : ' ')),
        })),
      ],
    };
  };
}

/** A formula, with its colours and with what may be written offered while one writes. */
export default function FormulaEditor({
  name,
  value,
  facts,
  placeholder,
  oneLine,
  onChange,
  onPick,
}: {
  name: string;
  value: string;
  facts: readonly Fact[];
  placeholder: string;
  oneLine: boolean;
  onChange: (value: string) => void;
  /** A fact stands in the formula now. */
  onPick: (fact: string) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(undefined);
  const now = useRef({ onChange, onPick, facts });
  now.current = { onChange, onPick, facts };

  // biome-ignore lint/correctness/useExhaustiveDependencies: the editor is made once; what changes is handed in below
  useEffect(() => {
    const made = new EditorView({
      parent: box.current!,
      state: EditorState.create({
        doc: value,
        extensions: [
          feel({ dialect: 'expression' }),
          syntaxHighlighting(colours),
          autocompletion({ override: [context => offers(now.current.facts)(context)], icons: false }),
          history(),
          // Tab goes on to the next field, as everywhere else.
          keymap.of([...completionKeymap, ...historyKeymap, ...defaultKeymap]),
          EditorView.lineWrapping,
          oneLine ? EditorState.transactionFilter.of(change => (change.newDoc.lines > 1 ? [] : change)) : [],
          EditorView.contentAttributes.of({ 'aria-label': name, 'data-formula': '' }),
          placeholderOf(placeholder),
          look,
          EditorView.updateListener.of(update => {
            if (!update.docChanged) return;
            const text = update.state.doc.toString();
            if (update.transactions.some(one => one.isUserEvent('input.complete')))
              for (const fact of now.current.facts) if (text.includes(fact.name)) now.current.onPick(fact.name);
            now.current.onChange(text);
          }),
        ],
      }),
    });
    view.current = made;
    return () => made.destroy();
  }, []);

  // Undo, or somebody else, may change the formula from outside.
  useEffect(() => {
    const made = view.current;
    if (made && made.state.doc.toString() !== value)
      made.dispatch({ changes: { from: 0, to: made.state.doc.length, insert: value } });
  }, [value]);

  return <div ref={box} className="min-h-7 min-w-0 flex-1 rounded-md border border-rule bg-sheet" />;
}
