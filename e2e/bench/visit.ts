import { type Browser, type BrowserContext, chromium, type Page } from '@playwright/test';
import { Stack, visitOn } from '../journeys/stack.ts';
import config from '../playwright.config.ts';
import { percentile, type Result, result } from './result.ts';

/** How often each is measured; the middle one counts. */
const TIMES = 7;
/** No task of the page may be longer for the chat’s script, in milliseconds, and from a click it can be used within so many. */
const LONGEST_TASK = 20;
const USABLE_WITHIN = 300;

const middle = (values: readonly number[]): number =>
  percentile(
    values.toSorted((a, b) => a - b),
    0.5,
  );

interface Traced {
  name: string;
  ph: string;
  ts: number;
  dur?: number;
  pid: number;
  tid: number;
  args?: { data?: { url?: string } };
}

interface Met {
  /** The longest task, in milliseconds: of all, and of those in which the chat’s script ran. */
  longest: number;
  ours: number;
  shifted: number;
  /** What was asked of Kineta before the page had loaded, beside its script. */
  early: number;
}

/** Loads a page of the site, and looks what the browser had to do for it. */
async function met(browser: Browser, context: BrowserContext, stack: Stack, withChat: boolean): Promise<Met> {
  const page = await context.newPage();
  if (!withChat) await page.route('**/w/*.js', route => route.abort());
  await browser.startTracing(page, { categories: ['devtools.timeline', 'disabled-by-default-devtools.timeline'] });
  await page.goto(stack.site, { waitUntil: 'load' });
  if (withChat) await page.getByRole('button', { name: 'Ask Robin' }).waitFor();
  await page.waitForLoadState('networkidle');
  const { traceEvents } = JSON.parse((await browser.stopTracing()).toString()) as { traceEvents: Traced[] };
  const ours = traceEvents.filter(
    ({ name, args }) => /^(EvaluateScript|FunctionCall)$/.test(name) && args?.data?.url?.includes('/w/'),
  );
  const main = ours[0] ?? traceEvents.find(({ name, args }) => name === 'ParseHTML' && args)!;
  const tasks = traceEvents.filter(
    ({ name, ph, pid, tid }) => name === 'RunTask' && ph === 'X' && pid === main.pid && tid === main.tid,
  );
  const lengths = (of: readonly Traced[]): number => Math.max(0, ...of.map(({ dur = 0 }) => dur / 1_000));
  const holds = ({ ts, dur = 0 }: Traced, { ts: at }: Traced): boolean => ts <= at && at < ts + dur;
  const { shifted, early } = await page.evaluate(async home => {
    const shifts = await new Promise<number>(resolve => {
      let sum = 0;
      new PerformanceObserver(list => {
        for (const entry of list.getEntries()) sum += (entry as unknown as { value: number }).value;
      }).observe({ type: 'layout-shift', buffered: true });
      requestAnimationFrame(() => requestAnimationFrame(() => resolve(sum)));
    });
    const { loadEventStart } = performance.getEntriesByType('navigation')[0] as PerformanceNavigationTiming;
    const asked = performance
      .getEntriesByType('resource')
      .filter(({ name, startTime }) => name.startsWith(home) && !name.endsWith('.js') && startTime < loadEventStart);
    return { shifted: shifts, early: asked.length };
  }, stack.url);
  await page.close();
  return {
    longest: lengths(tasks),
    ours: lengths(tasks.filter(task => ours.some(one => holds(task, one)))),
    shifted,
    early,
  };
}

/** Notes in every window when the launcher was clicked, and when a flow’s choices can be pressed; epoch milliseconds. */
const noteMoments = (): void => {
  const now = (): number => performance.timeOrigin + performance.now();
  addEventListener('click', () => Object.assign(window, { clicked: now() }), true);
  new MutationObserver(() => {
    if (!('usable' in window) && document.querySelector('.choices button')) Object.assign(window, { usable: now() });
  }).observe(document, { childList: true, subtree: true });
};

/** From the click on the launcher until the flow has greeted and can be answered, in a browser that has the chat’s files. */
async function opened(page: Page, stack: Stack): Promise<number> {
  await page.goto(stack.site);
  const launcher = page.getByRole('button', { name: 'Ask Robin' });
  await launcher.waitFor();
  await page.waitForLoadState('networkidle');
  await launcher.click();
  await visitOn(page).chat.getByRole('button', { name: 'Price a heat pump' }).waitFor();
  const clicked = await page.evaluate(() => (window as unknown as { clicked: number }).clicked);
  const chat = page.frames().find(frame => frame.url().includes('/window'))!;
  const usable = await chat.evaluate(() => (window as unknown as { usable: number }).usable);
  await page.evaluate(() => sessionStorage.clear());
  return usable - clicked;
}

/** What the chat costs the page that carries it, beside the same page without it, and how soon it can be used. */
export async function visiting(): Promise<Result[]> {
  const stack = await new Stack().start();
  const browser = await chromium.launch(config.use?.launchOptions);
  try {
    const context = await browser.newContext({ reducedMotion: 'reduce', viewport: { width: 1280, height: 800 } });
    const loads = { with: [] as Met[], without: [] as Met[] };
    for (let time = 0; time < TIMES; time++) {
      loads.without.push(await met(browser, context, stack, false));
      loads.with.push(await met(browser, context, stack, true));
    }
    await context.addInitScript(noteMoments);
    const page = await context.newPage();
    await opened(page, stack);
    const clicks: number[] = [];
    for (let time = 0; time < TIMES; time++) clicks.push(await opened(page, stack));
    const of = (mets: readonly Met[], what: keyof Met): number => middle(mets.map(one => one[what]));
    const most = (what: keyof Met): number => Math.max(...loads.with.map(one => one[what]));
    const bare = { name: 'the page without it', value: of(loads.without, 'longest') };
    const none = { name: 'allowed', value: 0 };
    return [
      result('visit, longest task with its script', of(loads.with, 'ours'), 'ms', bare, {
        words: `at most ${LONGEST_TASK} ms`,
        holds: of(loads.with, 'ours') <= LONGEST_TASK,
      }),
      result('visit, what it moves', most('shifted'), 'layout shift', none, {
        words: 'none',
        holds: most('shifted') === 0,
      }),
      result('visit, asked for before the page has loaded', most('early'), 'requests', none, {
        words: 'none',
        holds: most('early') === 0,
      }),
      result(
        'visit, from a click until it can be used',
        middle(clicks),
        'ms',
        { name: 'allowed', value: USABLE_WITHIN },
        { words: `under ${USABLE_WITHIN} ms`, holds: middle(clicks) < USABLE_WITHIN },
      ),
    ];
  } finally {
    await browser.close();
    await stack.stop();
  }
}
