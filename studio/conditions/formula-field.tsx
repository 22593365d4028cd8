import { type Fact, FormulaError, formula } from '@kineta/core';
import { lazy, Suspense } from 'react';

const FormulaEditor = lazy(() => import('./formula-editor.tsx'));

const nothing = (): void => {};

/** What is wrong with a formula, for its writer; nothing while it is empty. */
function mistakeIn(source: string, names: string[]): string | undefined {
  if (source.trim() === '') return undefined;
  try {
    const unknown = formula(source, names).reads.find(name => !names.includes(name));
    return unknown === undefined ? undefined : `“${unknown}” is no fact here.`;
  } catch (error) {
    return error instanceof FormulaError ? error.message : 'The formula cannot be read.';
  }
}

/** A formula to be written: facts are offered while one writes, and what is wrong is said below. */
export function FormulaField({
  name,
  value,
  placeholder = 'heating bill * 0.3',
  oneLine = false,
  facts,
  onPick,
  onChange,
}: {
  name: string;
  value: string;
  placeholder?: string;
  oneLine?: boolean;
  /** Those that it may read, and what is done when one of them is taken into it. */
  facts: readonly Fact[];
  onPick?: (fact: string) => void;
  onChange: (value: string) => void;
}) {
  const mistake = mistakeIn(
    value,
    facts.map(fact => fact.name),
  );
  return (
    <span className="flex min-w-0 flex-1 flex-col">
      <Suspense
        fallback={<span className="min-h-7 rounded-md border border-rule bg-sheet px-2 font-mono">{value}</span>}
      >
        <FormulaEditor
          name={name}
          value={value}
          facts={facts}
          placeholder={placeholder}
          oneLine={oneLine}
          onChange={onChange}
          onPick={onPick ?? nothing}
        />
      </Suspense>
      {mistake ? (
        <span role="status" className="mt-0.5 text-brick">
          {mistake}
        </span>
      ) : null}
    </span>
  );
}
