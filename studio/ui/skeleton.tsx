/** Grey lines where words are about to be. */
export function Skeleton({ lines, className = '' }: { lines: number; className?: string }) {
  return (
    <div className={`pulse space-y-3 ${className}`} role="status" aria-label="Loading">
      {Array.from({ length: lines }, (_, index) => (
        <div key={index} className="h-4 rounded bg-paper-2" style={{ width: `${90 - ((index * 23) % 45)}%` }} />
      ))}
    </div>
  );
}
