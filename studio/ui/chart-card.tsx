import type { ChartShown } from '@kineta/core';
import { LineText } from './line.tsx';

/** The line through the values, in a box of 100 by 40. */
function path(values: readonly number[]): string {
  const [low, high] = [Math.min(0, ...values), Math.max(...values)];
  const x = (index: number) => (values.length > 1 ? (index / (values.length - 1)) * 100 : 50);
  const y = (value: number) => 40 - ((value - low) / (high - low || 1)) * 38 - 1;
  return values
    .map((value, index) => `${index === 0 ? 'M' : 'L'}${x(index).toFixed(1)} ${y(value).toFixed(1)}`)
    .join('');
}

/** A chart as visitors see it; its rows are its text equivalent. */
export function ChartCard({ chart }: { chart: ChartShown }) {
  const { title, form, values } = chart;
  const most = Math.max(...values.map(({ value }) => Math.abs(value)), 0);
  return (
    <figure className="my-1 rounded-lg border border-rule bg-sheet p-3 font-sans text-[0.8125rem]">
      <figcaption className="mb-1.5 font-script text-base font-semibold">
        <LineText line={title} />
      </figcaption>
      {form === 'number' ? <p className="font-script text-3xl font-semibold text-petrol">{values[0]?.text}</p> : null}
      {form === 'line' ? (
        <svg viewBox="0 0 100 40" className="mb-1.5 h-20 w-full" preserveAspectRatio="none" aria-hidden="true">
          <path
            d={path(values.map(({ value }) => value))}
            fill="none"
            className="stroke-petrol"
            strokeWidth="2"
            vectorEffect="non-scaling-stroke"
          />
        </svg>
      ) : null}
      {form === 'number' ? null : (
        <dl className="space-y-1">
          {values.map(({ label, value, text }) => (
            <div key={label} className="grid grid-cols-[6rem_1fr_auto] items-center gap-2">
              <dt className="truncate">{label}</dt>
              <dd className="h-3" aria-hidden="true">
                {form === 'bars' ? (
                  <span
                    className="block h-full rounded-sm bg-petrol"
                    style={{ width: `${most > 0 ? (Math.abs(value) / most) * 100 : 0}%` }}
                  />
                ) : null}
              </dd>
              <dd className="font-mono text-xs">{text}</dd>
            </div>
          ))}
        </dl>
      )}
    </figure>
  );
}
