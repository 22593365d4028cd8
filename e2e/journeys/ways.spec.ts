import { readFileSync } from 'node:fs';
import { expect, people, studio, test } from './stack.ts';

test('the flow is seen as ways: searched, walked by the keys, opened, and saved as a drawing', async ({
  browser,
  stack,
}) => {
  const page = await studio(browser, stack, people.lead);
  await page.getByRole('link', { name: 'First visit', exact: true }).click();
  await page.getByRole('heading', { name: 'First visit', level: 1 }).waitFor();
  await page.getByRole('button', { name: 'ways', exact: true }).click();
  const station = (name: RegExp) => page.getByRole('link', { name });
  await expect(station(/^1 Welcome, \d+% of visitors, 3 ways on/)).toBeVisible();
  await expect(page.getByText(/^As \d+ conversations went/)).toBeVisible();
  await expect(station(/^8 While you wait, .*To Sales$/)).toBeInViewport();

  await page.getByLabel('Find a scene').fill('survey');
  await expect(station(/^5 Book a survey/)).toHaveAttribute('opacity', '1');
  await expect(station(/^1 Welcome/)).toHaveAttribute('opacity', '0.25');
  await page.getByLabel('Find a scene').fill('');

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as SVG' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('First visit.svg');
  const drawn = readFileSync(await file.path(), 'utf8');
  expect(drawn).toContain('While you wait');
  const sheet = await browser.newPage();
  await sheet.setContent(drawn);
  await expect(sheet.locator('svg > g > g[role=link]')).toHaveCount(9);
  await sheet.close();

  await station(/^1 Welcome/).focus();
  await page.keyboard.press('ArrowRight');
  // Whither most went, which is another scene with what other journeys do.
  await expect(station(/^[2-9] /).and(page.locator(':focus'))).toBeVisible();
  await station(/^2 About your home/).focus();
  await page.keyboard.press('+');
  await page.keyboard.press('0');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Title of the scene')).toHaveValue('About your home');

  // A way leads to the line from which it goes.
  await page.getByRole('button', { name: 'ways', exact: true }).click();
  await page
    .getByRole('link', { name: /^The way from A person, please to While you wait/ })
    .locator('text')
    .click();
  await expect(page.getByLabel('Title of the scene')).toHaveValue('A person, please');
  await expect(page.getByLabel(/^Step \d+: /).and(page.locator('[aria-expanded=true]'))).toBeVisible();
});

test('a dead end and a scene that nothing leads to are plainly so', async ({ browser, stack }) => {
  const page = await studio(browser, stack, people.lead);
  await page.getByRole('button', { name: 'New flow' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Loose ends');
  await page.getByRole('button', { name: 'Create' }).click();
  await page.getByRole('button', { name: '+ New scene' }).click();
  await page
    .getByRole('navigation', { name: 'Scenes' })
    .getByRole('button', { name: /^1 Welcome/ })
    .click();
  await page.getByLabel(/^Step 2: End$/).click();
  await page.keyboard.press('Delete');
  await page.getByRole('button', { name: 'ways', exact: true }).click();
  await expect(page.getByRole('link', { name: /^1 Welcome, 0 ways on, Dead end/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /^2 Scene 2, .*nothing leads here/ })).toBeVisible();
  await expect(page.getByText('No visitor has come here yet')).toBeVisible();
});
