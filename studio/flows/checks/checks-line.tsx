import { type Finding, mends } from '@kineta/core';
import { ChevronUp } from 'lucide-react';
import { memo, useState } from 'react';
import { exactClock } from '../../ui/time.ts';
import { useDraft } from '../draft/draft.ts';
import { jumpTo } from '../place.ts';

/** A button belongs to one finding: it never becomes another’s while it is being pressed. */
const keyOf = ({ code, place, sentence }: Finding): string => JSON.stringify([code, place, sentence]);

const count = (number: number, one: string, many: string): string => `${number} ${number === 1 ? one : many}`;

function Dot({ level }: { level: Finding['level'] }) {
  return (
    <i
      className={`mt-1.5 size-2 shrink-0 self-start rounded-full ${level === 'problem' ? 'bg-brick' : 'bg-ochre'}`}
      role="img"
      aria-label={level}
    />
  );
}

function Fix({ finding }: { finding: Finding }) {
  const edit = useDraft(state => state.edit);
  if (!finding.fix) return null;
  return (
    <button
      type="button"
      className="shrink-0 self-start rounded border border-rule bg-sheet px-2 py-0.5 text-xs hover:border-ink-3"
      onClick={() => edit(() => finding.fix!.edits)}
    >
      {finding.fix.label}
    </button>
  );
}

function Item({ finding }: { finding: Finding }) {
  return (
    <li className="flex gap-2.5 border-t border-rule py-2 first:border-0">
      <Dot level={finding.level} />
      <div className="min-w-0 flex-1">
        <button type="button" className="text-left hover:underline" onClick={() => jumpTo(finding.place)}>
          {finding.sentence}
        </button>
        {finding.path ? (
          <p className="font-script text-ink-2 italic">
            <span className="sr-only">The way there: </span>
            {finding.path.join(' → ')}
          </p>
        ) : null}
        <p className="text-ink-2">{mends[finding.code]}</p>
      </div>
      <Fix finding={finding} />
    </li>
  );
}

const savedWords = {
  unsaved: 'saving…',
  saving: 'saving…',
  waiting: 'not saved yet, trying again',
};

/** One line at the bottom: the first finding and how many more, with all of them above it on demand; and when the draft was saved. */
export const ChecksLine = memo(function ChecksLine({
  findings,
  waysThrough,
  checked,
}: {
  findings: Finding[];
  waysThrough: string;
  /** Whether anything has been checked yet. */
  checked: boolean;
}) {
  const saving = useDraft(state => state.saving);
  const savedAt = useDraft(state => state.savedAt);
  const mistake = useDraft(state => state.mistake);
  const [open, setOpen] = useState(false);
  const problems = findings.filter(finding => finding.level === 'problem');
  const advice = findings.length - problems.length;
  const [first] = findings;
  const isOpen = open && first !== undefined;
  return (
    <section aria-label="Checks" className="border-t border-rule text-[0.8125rem]">
      {isOpen ? (
        <ul aria-label="Findings" className="max-h-72 overflow-y-auto border-b border-rule bg-sheet px-4 py-1">
          {findings.map(finding => (
            <Item key={keyOf(finding)} finding={finding} />
          ))}
        </ul>
      ) : null}
      <div className="flex min-h-8 items-center gap-4 px-4 py-1">
        {first ? (
          <>
            {isOpen ? null : (
              <div className="flex min-w-0 items-center gap-2">
                <Dot level={first.level} />
                <button
                  type="button"
                  className="truncate text-left hover:underline"
                  onClick={() => jumpTo(first.place)}
                >
                  {first.sentence}
                </button>
                <Fix key={keyOf(first)} finding={first} />
              </div>
            )}
            <button
              type="button"
              aria-expanded={isOpen}
              onClick={() => setOpen(!isOpen)}
              className="flex shrink-0 items-center gap-1 rounded px-1.5 py-0.5 hover:bg-paper-2"
            >
              {[
                problems.length > 0 ? count(problems.length, 'problem', 'problems') : '',
                advice > 0 ? `${advice} advice` : '',
              ]
                .filter(Boolean)
                .join(', ')}
              <ChevronUp className={`size-3.5 ${isOpen ? 'rotate-180' : ''}`} aria-hidden="true" />
            </button>
          </>
        ) : checked ? (
          <p className="flex items-center gap-2 text-ink-2">
            <i className="size-2 rounded-full bg-moss" aria-hidden="true" /> Nothing wrong
          </p>
        ) : (
          <p className="text-ink-2">Checking…</p>
        )}
        {waysThrough ? (
          <p className="shrink-0 text-ink-3 max-md:hidden" title="Each round is walked once">
            {waysThrough === '1' ? 'one way through' : `${waysThrough} ways through`}
          </p>
        ) : null}
        <p className={`ml-auto shrink-0 ${mistake ? 'text-brick' : 'text-ink-2'}`} role="status">
          {mistake || (saving === 'saved' ? `saved ${exactClock(savedAt)}` : savedWords[saving])}
        </p>
      </div>
    </section>
  );
});
