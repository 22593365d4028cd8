/** Chooses which of a few things is looked at, in a row of words; the one that is stands out. */
export function Picks({
  name,
  picks,
  at,
  onPick,
}: {
  name: string;
  picks: readonly string[];
  at: number;
  onPick: (index: number) => void;
}) {
  return (
    <div role="group" aria-label={name} className="flex flex-wrap gap-x-4">
      {picks.map((pick, index) => (
        <button
          key={pick}
          type="button"
          aria-pressed={index === at}
          className={`border-b-2 py-1 ${index === at ? 'border-petrol font-semibold' : 'border-transparent text-ink-2 hover:text-ink'}`}
          onClick={() => onPick(index)}
        >
          {pick}
        </button>
      ))}
    </div>
  );
}
