import { type Browser, type BrowserContext, chromium, type Locator, type Page } from '@playwright/test';
import { people, Stack, studio } from '../journeys/stack.ts';
import config from '../playwright.config.ts';
import { percentile, type Result, result } from './result.ts';

/** How often each screen is opened in a browser that has never been here; the middle one counts. */
const OPENINGS = 7;

interface Opening {
  requests: number;
  bytes: number;
  milliseconds: number;
}

interface Screen {
  name: string;
  path: string;
  usable(page: Page): Locator;
  /** At most so many milliseconds. */
  within: number;
  /** At most so many kilobytes on the wire: what is not needed yet is not loaded with it. */
  kilobytes: number;
}

type SignedIn = Awaited<ReturnType<BrowserContext['storageState']>>;

/** The screens as their users open them, and what is there when they can be used. */
const screens: readonly Screen[] = [
  {
    name: 'the workbench',
    path: '/flows/1',
    usable: page => page.getByRole('list', { name: /^Steps of/ }).getByRole('textbox'),
    within: 2_000,
    kilobytes: 900,
  },
  {
    name: 'the inbox',
    path: '/inbox',
    usable: page => page.getByRole('list', { name: 'Waiting' }).getByRole('link'),
    within: 2_000,
    kilobytes: 500,
  },
  {
    name: 'People',
    path: '/people',
    usable: page => page.getByRole('table').getByRole('link'),
    within: 2_000,
    kilobytes: 500,
  },
];

/** Opens a screen with nothing in the browser but the session. */
async function open(browser: Browser, stack: Stack, storageState: SignedIn, screen: Screen): Promise<Opening> {
  const context = await browser.newContext({ storageState, viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const devtools = await context.newCDPSession(page);
  await devtools.send('Network.enable');
  let [requests, bytes] = [0, 0];
  devtools.on('Network.loadingFinished', ({ encodedDataLength }) => {
    requests++;
    bytes += encodedDataLength;
  });
  const from = performance.now();
  await page.goto(stack.url + screen.path, { waitUntil: 'commit' });
  await screen.usable(page).first().waitFor();
  const milliseconds = performance.now() - from;
  await page.waitForLoadState('networkidle');
  await context.close();
  return { requests, bytes, milliseconds };
}

const middle = (values: readonly number[]): number =>
  percentile(
    values.toSorted((a, b) => a - b),
    0.5,
  );

/** Opening the screens that are opened most: time until they can be used, requests, and bytes on the wire. */
export async function opening(): Promise<Result[]> {
  const stack = await new Stack().start();
  const browser = await chromium.launch(config.use?.launchOptions);
  try {
    const first = await studio(browser, stack, people.lead);
    const signedIn = await first.context().storageState();
    await first.context().close();
    const results: Result[] = [];
    for (const screen of screens) {
      const openings: Opening[] = [];
      for (let time = 0; time < OPENINGS; time++) openings.push(await open(browser, stack, signedIn, screen));
      const held = (name: string, unit: string, value: number, bound: number): Result =>
        result(
          `opening, ${screen.name}, ${name}`,
          value,
          unit,
          { name: 'allowed', value: bound },
          { words: `at most ${bound.toLocaleString('en')}`, holds: value <= bound },
        );
      results.push(
        held('until it can be used', 'ms', middle(openings.map(({ milliseconds }) => milliseconds)), screen.within),
        held('requests', 'requests', middle(openings.map(({ requests }) => requests)), 60),
        held('on the wire', 'KB', middle(openings.map(({ bytes }) => bytes)) / 1_024, screen.kilobytes),
      );
    }
    return results;
  } finally {
    await browser.close();
    await stack.stop();
  }
}
