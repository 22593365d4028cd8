import { Dialog } from '../ui/dialog.tsx';
import { Keys } from '../ui/keys.tsx';
import { useCommands } from './commands.ts';

const sheet: ReadonlyArray<[string, ReadonlyArray<[readonly string[], string]>]> = [
  [
    'Everywhere',
    [
      [['Mod', 'K'], 'Go anywhere, do anything'],
      [['?'], 'All keys'],
      [['Esc'], 'Close what is open'],
    ],
  ],
  [
    'In a line',
    [
      [['Enter'], 'The next line'],
      [['/'], 'At the beginning: another kind of step'],
      [['@'], 'A fact'],
      [['Tab'], 'From the line to what may be picked, and on'],
      [['Enter'], 'In a choice: the next choice'],
      [['Alt', '↓'], 'In a choice: move it'],
      [['Alt', 'F10'], 'To what formats the line'],
      [['Mod', 'B'], 'Strong'],
      [['Mod', 'I'], 'Emphasis'],
      [['Backspace'], 'In an empty line: delete it'],
      [['Esc'], 'Out of the line; the step stays open'],
    ],
  ],
  [
    'On the page',
    [
      [['↑'], 'The step above; ↓ the one below'],
      [['Shift', '↓'], 'Mark steps'],
      [['Alt', '↓'], 'Move them'],
      [['Enter'], 'Write in the line'],
      [['Mod', 'C'], 'Copy; X cuts, V pastes, into any flow'],
      [['Delete'], 'Delete'],
      [['Mod', 'Z'], 'Undo; with Shift, redo'],
      [['Mod', 'H'], 'Find and replace'],
    ],
  ],
  [
    'In the ways',
    [
      [['→'], 'Along the widest way; ← back'],
      [['↑'], 'To what stands above; ↓ below'],
      [['Enter'], 'Open the scene'],
      [['+'], 'Nearer; − further'],
      [['0'], 'All of it'],
    ],
  ],
  ['In the inbox', [[['Enter'], 'Send; with Shift, a new line']]],
];

/** Every key there is, on one sheet. */
export function KeySheet() {
  const show = useCommands(state => state.show);
  return (
    <Dialog title="All keys" open wide onClose={() => show(undefined)}>
      <div className="gap-x-10 sm:columns-2">
        {sheet.map(([where, rows]) => (
          <section key={where} className="mb-5 break-inside-avoid">
            <h3 className="label mb-1.5 text-ink-2">{where}</h3>
            <dl className="space-y-1">
              {rows.map(([keys, does]) => (
                <div key={does} className="flex items-baseline gap-3">
                  <dt className="w-28 shrink-0">
                    <Keys keys={keys} />
                  </dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Dialog>
  );
}
