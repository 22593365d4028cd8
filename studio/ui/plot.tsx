import type { Trace } from 'plotly.js-basic-dist-min';
import { useEffect, useRef } from 'react';

/** Loaded when a chart is first shown: it is larger than all else of the studio. */
let loading: Promise<typeof import('plotly.js-basic-dist-min')['default']> | undefined;
const load = () => {
  loading ??= import('plotly.js-basic-dist-min').then(({ default: plotly }) => plotly);
  return loading;
};

const paper = '#fffdf8';
const ink = '#5a5f5c';
const rule = '#ddd5c5';

/**
 * A chart, drawn by Plotly. It is a picture of what a sentence or table beside it says, so that it is named and no more for who cannot
 * see it.
 */
export function Plot({
  name,
  data,
  x,
  y,
  marks = [],
  height = 220,
}: {
  name: string;
  data: readonly Trace[];
  x: { title: string; range: [number, number]; format?: string };
  y: { title: string; range: [number, number]; format?: string };
  /** Places on the x axis that are marked by a line, with its words. */
  marks?: ReadonlyArray<{ at: number; says: string }>;
  height?: number;
}) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    let isShown = true;
    const element = place.current!;
    const axis = ({ title, range, format }: typeof x) => ({
      title: { text: title, font: { size: 11 }, standoff: 8 },
      range,
      tickformat: format,
      gridcolor: rule,
      zeroline: false,
      fixedrange: true,
    });
    load()
      .then(plotly =>
        isShown
          ? plotly.react(
              element,
              data,
              {
                height,
                margin: { l: 46, r: 12, t: 18, b: 40 },
                paper_bgcolor: paper,
                plot_bgcolor: paper,
                font: { family: 'Instrument Sans Variable, sans-serif', size: 11, color: ink },
                legend: { orientation: 'h', y: 1.14, x: 0 },
                xaxis: axis(x),
                yaxis: axis(y),
                shapes: marks.map(({ at }) => ({
                  type: 'line',
                  x0: at,
                  x1: at,
                  yref: 'paper',
                  y0: 0,
                  y1: 1,
                  line: { color: '#1e2527', width: 1, dash: 'dot' },
                })),
                annotations: marks.map(({ at, says }) => ({
                  x: at,
                  yref: 'paper',
                  y: 0.98,
                  text: says,
                  showarrow: false,
                  xanchor: 'left',
                  xshift: 4,
                  font: { size: 10, color: ink },
                })),
              },
              { displayModeBar: false, responsive: true },
            )
          : undefined,
      )
      // What it draws stands beside it in words.
      .catch(() => {});
    return () => {
      isShown = false;
    };
  }, [data, x, y, marks, height]);
  useEffect(() => {
    const element = place.current!;
    return () => void load().then(plotly => plotly.purge(element));
  }, []);
  return <div ref={place} role="img" aria-label={name} style={{ minHeight: height }} />;
}
