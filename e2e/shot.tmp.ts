import { chromium } from '@playwright/test';
import { people, Stack, studio } from './journeys/stack.ts';

const stack = await new Stack().start();
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--disable-background-networking'],
});
try {
  const page = await studio(browser, stack, people.lead);
  await page.setViewportSize({ width: 1280, height: 800 });
  const script = await import(process.argv[2]!);
  await script.default(page, stack, browser);
} catch (e) {
  console.error(e);
} finally {
  await browser.close();
  await stack.stop();
  process.exit(0);
}
