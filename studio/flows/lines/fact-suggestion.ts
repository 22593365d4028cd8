import { Extension } from '@tiptap/core';
import Suggestion from '@tiptap/suggestion';
import { lineKeys, offerKeys } from '../keys.ts';
import { declareFact, knownFacts } from '../workplace.ts';

/** The list that `@` opens in a line: the facts that can be said there, narrowed by typing on. */
function list(): HTMLElement {
  const box = document.createElement('div');
  box.id = 'fact-suggestions';
  box.setAttribute('role', 'listbox');
  box.setAttribute('aria-label', 'Facts');
  box.className =
    'appear fixed z-50 max-h-64 w-64 overflow-y-auto rounded-lg border border-rule bg-sheet p-1 text-[0.875rem] shadow-lg';
  return box;
}

/** `@` in a line offers the facts; Enter or Tab puts the chosen one in. */
export const factSuggestion = Extension.create({
  name: 'fact suggestion',
  addProseMirrorPlugins() {
    return [
      Suggestion<string, string>({
        editor: this.editor,
        char: lineKeys.rows.fact.keys[0]!,
        allowSpaces: true,
        allowedPrefixes: null,
        items: ({ query }) =>
          knownFacts()
            .map(fact => fact.name)
            .filter(name => name.toLowerCase().includes(query.trim().toLowerCase()))
            .slice(0, 50),
        command({ editor, range, props: fact }) {
          declareFact(fact);
          editor
            .chain()
            .focus()
            .insertContentAt(range, [{ type: 'fact', attrs: { fact, otherwise: null } }])
            .run();
        },
        render() {
          const box = list();
          let names: string[] = [];
          let at = 0;
          let pick: (name: string) => void = () => {};
          let element: Element | undefined;
          const draw = (): void => {
            box.replaceChildren(
              ...names.map((name, index) => {
                const option = document.createElement('div');
                option.id = `fact-suggestion-${index}`;
                option.setAttribute('role', 'option');
                option.setAttribute('aria-selected', String(index === at));
                option.className = `rounded-md px-2 py-1 ${index === at ? 'bg-petrol-2' : ''}`;
                option.textContent = name;
                option.addEventListener('mousedown', event => {
                  event.preventDefault();
                  pick(name);
                });
                return option;
              }),
            );
            box.children[at]?.scrollIntoView({ block: 'nearest' });
            if (names.length > 0) element?.setAttribute('aria-activedescendant', `fact-suggestion-${at}`);
          };
          const show = (given: {
            items: string[];
            command: (name: string) => void;
            clientRect?: (() => DOMRect | null) | null;
          }) => {
            names = given.items;
            at = Math.min(at, Math.max(0, names.length - 1));
            pick = given.command;
            const place = given.clientRect?.();
            box.style.left = `${place?.left ?? 0}px`;
            box.style.top = `${(place?.bottom ?? 0) + 4}px`;
            box.hidden = names.length === 0;
            draw();
          };
          return {
            onStart(given) {
              element = given.editor.view.dom;
              element.setAttribute('aria-controls', box.id);
              document.body.append(box);
              show(given);
            },
            onUpdate: show,
            onKeyDown({ event }) {
              if (names.length === 0) return false;
              const pressed = offerKeys.pressed(event);
              if (pressed === 'before') at = (at - 1 + names.length) % names.length;
              else if (pressed === 'after') at = (at + 1) % names.length;
              else if (pressed === 'pick') {
                pick(names[at]!);
                return true;
              } else return false;
              draw();
              return true;
            },
            onExit() {
              box.remove();
              element?.removeAttribute('aria-controls');
              element?.removeAttribute('aria-activedescendant');
            },
          };
        },
      }),
    ];
  },
});
