import { type Browser, chromium } from '@playwright/test';
import { newWindow, Stack } from '../journeys/stack.ts';
import config from '../playwright.config.ts';
import { percentile, type Result, result } from './result.ts';

const VISITS = 9;
/** A page is kept from what its visitor does for no longer than so many milliseconds. */
const BOUND = 10;

interface TraceEvent {
  name: string;
  /** Microseconds. */
  dur?: number;
  args?: { data?: { url?: string } };
}

/** What a browser does of a script: reads it as it comes, and calls what it has left to be called. */
const RUNS = new Set(['EvaluateScript', 'FunctionCall', 'v8.compile']);

/** How long the chat’s own script ran on the page at one go, the longest in milliseconds; what runs in the chat’s frame is none of it. */
function longest(trace: Buffer, loader: string): number {
  const { traceEvents } = JSON.parse(trace.toString()) as { traceEvents: TraceEvent[] };
  const own = traceEvents.filter(({ name, args }) => RUNS.has(name) && args?.data?.url?.includes(loader));
  if (own.length === 0) throw new Error('The page ran nothing of the chat.');
  return Math.max(...own.map(({ dur = 0 }) => dur)) / 1_000;
}

/** Somebody comes, reads on, and is spoken to. */
async function visited(browser: Browser, stack: Stack): Promise<number> {
  const page = await newWindow(browser, { viewport: { width: 900, height: 260 } });
  await browser.startTracing(page, {
    categories: ['devtools.timeline', 'v8', 'disabled-by-default-devtools.timeline'],
  });
  await page.goto(`${stack.site}/heat-pumps/costs`);
  await page.getByRole('button', { name: 'Ask Robin' }).waitFor();
  for (let step = 0; step < 10; step++) await page.mouse.wheel(0, 100);
  await page.getByRole('status').waitFor();
  const trace = await browser.stopTracing();
  await page.context().close();
  return longest(trace, '/w/brackenrow-demo.js');
}

/** The longest that a page is kept by the chat’s script, from its coming until a prompt has appeared on it. */
export async function pageTasks(): Promise<Result[]> {
  const stack = await new Stack().start('the demo', 1, false);
  const browser = await chromium.launch(config.use?.launchOptions);
  try {
    await visited(browser, stack);
    const times: number[] = [];
    for (let visit = 0; visit < VISITS; visit++) times.push(await visited(browser, stack));
    const middle = percentile(
      times.toSorted((a, b) => a - b),
      0.5,
    );
    return [
      result(
        'reach, the longest task of a page, from its coming to a prompt',
        middle,
        'ms',
        { name: 'allowed', value: BOUND },
        { words: `under ${BOUND} ms`, holds: middle < BOUND },
      ),
    ];
  } finally {
    await browser.close();
    await stack.stop();
  }
}
