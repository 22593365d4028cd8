/** What is used of Plotly’s basic bundle, which ships without types. */
declare module 'plotly.js-basic-dist-min' {
  export interface Trace {
    x: ReadonlyArray<number | string>;
    y: readonly number[];
    name?: string;
    type?: 'scatter' | 'bar';
    mode?: 'lines' | 'markers' | 'lines+markers';
    line?: { color?: string; width?: number; dash?: 'dot' | 'dash' };
    marker?: { color?: string; size?: number };
    hovertemplate?: string;
  }
  interface Plotly {
    react(
      element: HTMLElement,
      data: readonly Trace[],
      layout: Record<string, unknown>,
      config?: Record<string, unknown>,
    ): Promise<void>;
    purge(element: HTMLElement): void;
  }
  const plotly: Plotly;
  export default plotly;
}
