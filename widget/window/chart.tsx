import type { EntryOf } from './entries/view.ts';
import { SpokenLine } from './spoken.tsx';
import './chart.css';

type Charted = EntryOf<'charted'>;

/** The line through the values, in a box of 100 by 40. */
function path(values: readonly number[]): string {
  const [low, high] = [Math.min(0, ...values), Math.max(...values)];
  return values
    .map((value, index) => {
      const x = values.length > 1 ? (index / (values.length - 1)) * 100 : 50;
      const y = 39 - ((value - low) / (high - low || 1)) * 38;
      return `${index === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
    })
    .join('');
}

/** A small chart; its rows of words and numbers are what a screen reader reads of it. */
export function ChartCard({ chart: { title, form, values } }: { chart: Charted }) {
  const most = Math.max(...values.map(({ value }) => Math.abs(value)), 0);
  return (
    <figure class="chart">
      <figcaption>
        <SpokenLine line={title} />
      </figcaption>
      {form === 'number' ? <p class="figure">{values[0]?.text}</p> : null}
      {form === 'line' ? (
        <svg viewBox="0 0 100 40" preserveAspectRatio="none" aria-hidden="true">
          <path d={path(values.map(({ value }) => value))} />
        </svg>
      ) : null}
      {form === 'number' ? null : (
        <dl>
          {values.map(({ label, value, text }, index) => (
            <div key={index}>
              <dt>{label}</dt>
              {form === 'bars' ? (
                <dd class="bar" aria-hidden="true">
                  <i style={{ width: `${most > 0 ? (Math.abs(value) / most) * 100 : 0}%` }} />
                </dd>
              ) : null}
              <dd>{text}</dd>
            </div>
          ))}
        </dl>
      )}
    </figure>
  );
}
