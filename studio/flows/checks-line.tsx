import type { Finding } from '@kineta/core';
import { Popover } from 'radix-ui';
import { exactClock } from '../ui/time.ts';
import { useDraft } from './draft.ts';
import { jumpTo } from './page.tsx';

const count = (number: number, one: string, many: string): string => `${number} ${number === 1 ? one : many}`;

function Item({ finding }: { finding: Finding }) {
  const edit = useDraft(state => state.edit);
  return (
    <li className="flex items-center gap-2 py-1">
      <i
        className={`size-2 shrink-0 rounded-full ${finding.level === 'problem' ? 'bg-brick' : 'bg-ochre'}`}
        aria-hidden="true"
      />
      <button type="button" className="flex-1 text-left hover:underline" onClick={() => jumpTo(finding.place)}>
        {finding.sentence}
      </button>
      {finding.fix ? (
        <button
          type="button"
          className="shrink-0 rounded border border-rule px-2 py-0.5 text-xs hover:border-ink-3"
          onClick={() => edit(finding.fix!.edits)}
        >
          {finding.fix.label}
        </button>
      ) : null}
    </li>
  );
}

const savedWords = {
  unsaved: 'saving…',
  saving: 'saving…',
  waiting: 'not saved yet, trying again',
  conflict: 'not saved',
};

/** One line at the bottom: the first problem, how many more, and when the draft was saved. */
export function ChecksLine({ findings }: { findings: Finding[] }) {
  const saving = useDraft(state => state.saving);
  const savedAt = useDraft(state => state.savedAt);
  const mistake = useDraft(state => state.mistake);
  const problems = findings.filter(finding => finding.level === 'problem');
  const advice = findings.length - problems.length;
  const [first] = findings;
  return (
    <section
      aria-label="Checks"
      className="flex min-h-8 items-center gap-4 border-t border-rule px-4 py-1 text-[0.8125rem]"
    >
      {first ? (
        <>
          <ul>
            <Item finding={first} />
          </ul>
          {findings.length > 1 ? (
            <Popover.Root>
              <Popover.Trigger className="shrink-0 rounded px-1.5 py-0.5 hover:bg-paper-2">
                {[
                  problems.length > 0 ? count(problems.length, 'problem', 'problems') : '',
                  advice > 0 ? `${advice} advice` : '',
                ]
                  .filter(Boolean)
                  .join(', ')}
              </Popover.Trigger>
              <Popover.Portal>
                <Popover.Content
                  side="top"
                  align="start"
                  className="appear z-30 max-h-80 w-[min(34rem,90vw)] overflow-y-auto rounded-lg border border-rule bg-sheet p-3 text-[0.8125rem] shadow-lg"
                >
                  <ul aria-label="Findings">
                    {findings.map((finding, index) => (
                      <Item key={index} finding={finding} />
                    ))}
                  </ul>
                </Popover.Content>
              </Popover.Portal>
            </Popover.Root>
          ) : null}
        </>
      ) : (
        <p className="flex items-center gap-2 text-ink-2">
          <i className="size-2 rounded-full bg-moss" aria-hidden="true" /> Nothing wrong
        </p>
      )}
      <p className={`ml-auto shrink-0 ${mistake ? 'text-brick' : 'text-ink-2'}`} role="status">
        {mistake || (saving === 'saved' ? `saved ${exactClock(savedAt)}` : savedWords[saving])}
      </p>
    </section>
  );
}
