import { chromium } from '@playwright/test';
import { Stack } from './journeys/stack.ts';
const which = process.argv[2] ?? 'all';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const shoot = async (page: any, name: string) => { await page.waitForTimeout(700); await page.screenshot({ path: `/tmp/s-${name}.png` }); };
if (which === 'all' || which === 'begin') {
  const stack = await new Stack().start('nothing');
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB', timezoneId: 'Europe/London' })).newPage();
  console.log(stack.firstLink);
  await page.goto(stack.firstLink);
  await page.getByLabel('Its name, as visitors know it').fill('Brackenrow Home Energy');
  await shoot(page, 'begin');
  await page.getByLabel('Your name').fill('Hanne Brill');
  await page.getByLabel('Email').fill('hanne@brackenrow.example');
  await page.getByLabel('A password of at least 10 characters').fill('tarrowdale is warm');
  await page.getByLabel('How many conversations a month, roughly?').fill('400');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByRole('navigation', { name: 'Areas' }).waitFor();
  await shoot(page, 'begun');
  await stack.stop();
}
if (which !== 'begin') {
  const stack = await new Stack().start();
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB', timezoneId: 'Europe/London' });
  const page = await context.newPage();
  await page.goto(stack.url);
  await page.getByLabel('Email').fill('hanne@brackenrow.example');
  await page.getByLabel('Password').fill('tarrowdale');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('navigation', { name: 'Areas' }).waitFor();
  for (const room of ['business', 'members', 'teams', 'security']) { await page.goto(`${stack.url}/settings/${room}`); await shoot(page, room); }
  await page.goto(`${stack.url}/settings/members`);
  await page.getByLabel('Email of a colleague').fill('idris@brackenrow.example');
  await page.getByRole('button', { name: 'Invite' }).click();
  await shoot(page, 'invited');
  await page.goto(`${stack.url}/settings/teams`);
  await page.getByRole('button', { name: 'Hours of Sales' }).click();
  await page.getByRole('button', { name: /Closed on all/ }).click();
  await shoot(page, 'hours');
  await page.goto(`${stack.url}/you`); await shoot(page, 'you');
  await page.goto(`${stack.url}/today`); await shoot(page, 'today');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${stack.url}/settings/members`); await shoot(page, 'members-phone');
  await stack.stop();
}
await browser.close();
process.exit(0);
