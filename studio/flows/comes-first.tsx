/** Whether a question has to be answered before a person who is wanted is fetched. */
export function ComesFirst<S extends { comesFirst?: true | undefined }>({
  step,
  change,
}: {
  step: S;
  change: (step: S) => void;
}) {
  return (
    <label className="flex items-center gap-1.5 text-ink-2">
      <input
        type="checkbox"
        checked={step.comesFirst ?? false}
        onChange={event => {
          const { comesFirst: _, ...rest } = step;
          change((event.target.checked ? { ...rest, comesFirst: true } : rest) as S);
        }}
      />
      comes first: who wants a person is asked this before, once
    </label>
  );
}
