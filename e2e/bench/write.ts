import {
  applyAll,
  changeStep,
  check,
  dice,
  type Event,
  type Flow,
  findStep,
  plainSetting,
  type Recorded,
  type RunThrough,
  replay,
  runThrough,
} from '@kineta/core';
import { record, openStage as stage } from '@kineta/core/record';
import { chromium, type Page } from '@playwright/test';
import { openFlowFile, people, Stack, studio } from '../journeys/stack.ts';
import config from '../playwright.config.ts';
import { largeFlow } from './large-flow.ts';
import { percentile, type Result, result } from './result.ts';

const RUNS = 1_000;
const REPLIES = 20;
const CONVERSATIONS = 4_000;
/** Keys are typed in rounds, of which the quietest counts: what else the machine does only ever takes time away. */
const KEYS = 60;
const ROUNDS = 10;
const OPENINGS = 7;

const replies = (throwDice: () => number): Array<Extract<Event, { event: 'replied' }>> =>
  Array.from({ length: REPLIES }, (_, index) => ({
    event: 'replied',
    text:
      index % 2 === 0
        ? ['Flat', 'semi', 'detached'][Math.floor(throwDice() * 3)]!
        : `about ${900 + Math.floor(throwDice() * 200) * 10}`,
  }));

/** The middle of several times that some work takes once it has been done some times before, in milliseconds. */
function took(work: () => void, times: number, before: number): number {
  for (let time = 0; time < before; time++) work();
  const measured = Array.from({ length: times }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });
  return percentile(
    measured.toSorted((a, b) => a - b),
    0.5,
  );
}

const held = (name: string, value: number, bound: number): Result =>
  result(
    name,
    value,
    'ms',
    { name: 'allowed', value: bound },
    { words: `under ${bound.toLocaleString('en')}`, holds: value < bound },
  );

/** All checks, run-throughs and a replay of the large flow, as the studio’s workers do them. */
function inWorkers(flow: Flow): Result[] {
  const wrong = check(flow).filter(({ level }) => level === 'problem');
  if (wrong.length > 0) throw new Error(`The flow of the benchmark has a problem: ${wrong[0]!.sentence}`);
  const throwDice = dice(4);
  const runs = Array.from(
    { length: RUNS },
    (_, index): RunThrough => ({
      format: 'kineta.run/2',
      name: `Run ${index}`,
      setting: plainSetting,
      beats: replies(throwDice).map(({ text }) => ({ does: 'replies', text })),
      must: [{ must: 'end' }],
    }),
  );
  const failing = runs.filter(run => runThrough(flow, run, stage).failures.length > 0);
  if (failing.length > 0) throw new Error(`${failing.length} run-throughs of the benchmark do not come to an end.`);
  const conversations = Array.from(
    { length: CONVERSATIONS },
    (_, index): Recorded => record(flow, replies(throwDice), stage, { id: String(index + 1) }),
  );
  const step = findStep(flow, 'scene-3-amount')!.step;
  const draft = applyAll(
    flow,
    changeStep(flow, { ...step, answer: { type: 'number', max: 2_500 } } as typeof step),
  ).flow;
  const differing = conversations.filter(one => replay(draft, one, stage).differences.length > 0).length;
  if (differing === 0 || differing === CONVERSATIONS) throw new Error(`${differing} conversations differ.`);
  return [
    // A new flow each time, as with every key: nothing may be kept from the time before.
    held(
      'all checks of 400 steps',
      took(() => void check(structuredClone(flow)), 15, 15),
      50,
    ),
    held(
      '1,000 run-throughs of 20 replies',
      took(() => runs.forEach(run => void runThrough(flow, run, stage)), 3, 1),
      1_000,
    ),
    held(
      'replay of 4,000 conversations',
      took(() => conversations.forEach(one => void replay(draft, one, stage)), 3, 0),
      3_000,
    ),
  ];
}

/** From a key to the paint after it, for every key that is typed into a line in each round; sorted, in milliseconds. */
async function keysToPaint(page: Page): Promise<number[][]> {
  await page.evaluate(() => {
    const times: number[] = [];
    Object.assign(window, { paints: times });
    addEventListener(
      'keydown',
      event =>
        requestAnimationFrame(() => {
          const painted = new MessageChannel();
          painted.port1.onmessage = () => times.push(performance.now() - event.timeStamp);
          painted.port2.postMessage(null);
        }),
      true,
    );
  });
  const rounds: number[][] = [];
  for (let round = 0; round < ROUNDS; round++) {
    await page.keyboard.type('So that it is never late, a line is painted. '.repeat(2).slice(0, KEYS), { delay: 80 });
    const times = await page.evaluate(() => (window as unknown as { paints: number[] }).paints.splice(0));
    if (times.length < KEYS * 0.9) throw new Error(`Only ${times.length} of ${KEYS} keys were painted.`);
    rounds.push(times.toSorted((a, b) => a - b));
  }
  return rounds;
}

/** From a click on the flow in the list to its page with its first line, in milliseconds. */
async function opening(page: Page): Promise<number> {
  await page.getByRole('link', { name: 'Flows' }).click();
  const link = page.getByRole('link', { name: 'A large flow', exact: true });
  await link.waitFor();
  await page.evaluate(() => {
    const opened = new Promise<number>(resolve => {
      addEventListener(
        'click',
        ({ timeStamp }) =>
          new MutationObserver((_, observer) => {
            if (!document.querySelector('[data-step] [role=textbox]')) return;
            observer.disconnect();
            requestAnimationFrame(() => resolve(performance.now() - timeStamp));
          }).observe(document.body, { childList: true, subtree: true }),
        { capture: true, once: true },
      );
    });
    Object.assign(window, { opened });
  });
  await link.click();
  return page.evaluate(() => (window as unknown as { opened: Promise<number> }).opened);
}

async function inTheBrowser(flow: Flow): Promise<Result[]> {
  const stack = await new Stack().start();
  const launch = config.use!.launchOptions!;
  const browser = await chromium.launch({
    ...launch,
    // A frame is painted when it is ready, not when a screen would next show one.
    args: [...launch.args!, '--disable-frame-rate-limit', '--disable-gpu-vsync'],
  });
  try {
    // Without motion: at so many frames a second, a pulse alone keeps a core busy.
    const page = await studio(browser, stack, people.lead, {
      viewport: { width: 1280, height: 800 },
      reducedMotion: 'reduce',
    });
    await openFlowFile(page, flow);
    await page.getByRole('textbox', { name: 'Question' }).first().waitFor();
    const openings: number[] = [];
    for (let time = 0; time < OPENINGS; time++) openings.push(await opening(page));
    await page.getByRole('textbox', { name: 'Question' }).first().click();
    await page.locator('.ProseMirror-focused').waitFor();
    const rounds = await keysToPaint(page);
    return [
      held('a key to its paint, p95', Math.min(...rounds.map(times => percentile(times, 0.95))), 16),
      held(
        'opening the flow',
        percentile(
          openings.toSorted((a, b) => a - b),
          0.5,
        ),
        300,
      ),
    ];
  } finally {
    await browser.close();
    await stack.stop();
  }
}

/** Writing in a flow of 400 steps in 60 scenes. */
export async function write(): Promise<Result[]> {
  const flow = largeFlow();
  return [...inWorkers(flow), ...(await inTheBrowser(flow))];
}
