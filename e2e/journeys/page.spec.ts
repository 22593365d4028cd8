import { everyKind } from '@kineta/core/every-kind';
import type { Page } from '@playwright/test';
import { expect, openFlowFile, people, rehearse, studio, test } from './stack.ts';
import { dragTo } from './steps.ts';

const say = (id: string, text: string) => ({ id, kind: 'say', line: [[{ text }]] });
const rounds = {
  format: 'kineta.flow/2',
  name: 'Rounds',
  speaker: 'Robin',
  facts: [{ name: 'first name', type: 'text', scope: 'visitor', person: 'name' }],
  scenes: [
    {
      id: 'one',
      title: 'One',
      steps: [
        say('a', 'Alder'),
        say('b', 'Birch'),
        say('c', 'Cedar'),
        {
          id: 'ask',
          kind: 'ask',
          line: [[{ text: 'Who?' }]],
          answer: { type: 'short text' },
          fact: 'first name',
          tries: 2,
        },
        { id: 'go', kind: 'go', to: 'two' },
      ],
    },
    { id: 'two', title: 'Two', steps: [say('d', 'Damson'), { id: 'end', kind: 'end' }] },
  ],
};

const lines = (page: Page) => page.getByRole('textbox', { name: /^(Line|Question)$/ });
const scenes = (page: Page) => page.getByRole('navigation', { name: 'Scenes' });
const step = (page: Page, number: number) => page.getByLabel(new RegExp(`^Step ${number}: `));

/** Takes a step by its handle and carries it over the one below, by the keys. */
async function carryDown(page: Page, number: number): Promise<void> {
  await step(page, number).focus();
  await page
    .locator('[data-step]', { has: step(page, number) })
    .getByLabel('Drag to another place')
    .focus();
  await page.keyboard.press('Space');
  await expect(page.getByText(`You hold step ${number} over step ${number}.`)).toBeAttached();
  // The arrows are listened for from the next task on, and a key comes before what waits for its turn.
  await page.evaluate(() => new Promise(done => setTimeout(done)));
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText(`You hold step ${number} over step ${number + 1}.`)).toBeAttached();
}

test('steps and scenes are put in another order by dragging, and by the keys', async ({ browser, stack }) => {
  const page = await studio(browser, stack, people.lead);
  await openFlowFile(page, rounds);
  await expect(lines(page)).toHaveText(['Alder', 'Birch', 'Cedar', 'Who?']);

  await lines(page).nth(0).hover();
  await dragTo(page, page.locator('[data-step=a]').getByLabel('Drag to another place'), lines(page).nth(2));
  await expect(lines(page)).toHaveText(['Birch', 'Cedar', 'Alder', 'Who?']);
  await page.keyboard.press('Control+z');
  await expect(lines(page)).toHaveText(['Alder', 'Birch', 'Cedar', 'Who?']);

  // With the handle’s own keys, past a step that stands open and is tall; and with Alt and the arrows.
  await step(page, 4).click();
  await expect(page.getByLabel('Kind of answer')).toBeVisible();
  await carryDown(page, 3);
  await page.keyboard.press('Escape');
  await expect(page.getByText('It is put back.')).toBeAttached();
  await carryDown(page, 2);
  await page.keyboard.press('Space');
  await expect(lines(page)).toHaveText(['Alder', 'Cedar', 'Birch', 'Who?']);
  await step(page, 1).click();
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Alt+ArrowDown');
  await expect(lines(page)).toHaveText(['Birch', 'Alder', 'Cedar', 'Who?']);

  // A step onto a scene, and a scene among the scenes.
  await lines(page).nth(0).hover();
  await dragTo(
    page,
    page.locator('[data-step=b]').getByLabel('Drag to another place'),
    scenes(page).getByRole('button', { name: /^2 Two/ }),
  );
  await expect(page.getByLabel('Title of the scene')).toHaveValue('Two');
  await expect(lines(page)).toHaveText(['Damson', 'Birch']);
  await dragTo(
    page,
    scenes(page).getByRole('button', { name: /^2 Two/ }),
    scenes(page).getByRole('button', { name: /^1 One/ }),
  );
  await expect(scenes(page).getByRole('button', { name: /^1 Two/ })).toBeVisible();
});

test('steps are copied into another flow with the facts they mention, cut, and deleted', async ({ browser, stack }) => {
  const page = await studio(browser, stack, people.lead);
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await openFlowFile(page, rounds);
  await step(page, 3).click();
  await step(page, 4).click({ modifiers: ['Shift'] });
  await page.keyboard.press('Control+c');
  await expect(page.getByText('2 steps are copied.')).toBeVisible();
  await page.getByRole('link', { name: 'Flows' }).click();
  await openFlowFile(page, { ...rounds, name: 'Elsewhere', facts: [], scenes: [rounds.scenes[1]] });
  await step(page, 1).click();
  await page.keyboard.press('Control+v');
  await expect(lines(page)).toHaveText(['Damson', 'Cedar', 'Who?']);
  await page.getByRole('button', { name: 'Facts', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Rename first name' })).toBeVisible();
  await page.keyboard.press('Escape');
  await step(page, 1).click();
  await page.keyboard.press('Control+x');
  await expect(lines(page)).toHaveText(['Cedar', 'Who?']);
  await step(page, 2).click();
  await page.keyboard.press('Control+v');
  await expect(lines(page)).toHaveText(['Cedar', 'Who?', 'Damson']);
  await page.keyboard.press('Delete');
  await expect(lines(page)).toHaveText(['Cedar', 'Who?']);
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(lines(page)).toHaveText(['Cedar', 'Who?', 'Damson']);
});

test('a list of questions that is pasted becomes steps; a fact goes in by @; a note stays with its step', async ({
  browser,
  stack,
}) => {
  const page = await studio(browser, stack, people.lead);
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await openFlowFile(page, { ...rounds, name: 'From a list', scenes: [rounds.scenes[1]] });
  await page.evaluate(() =>
    navigator.clipboard.writeText(
      '1. What sort of home is it?\n  - Flat\n  - House\n2. Who should we ask for?\nThank you.',
    ),
  );
  await page.getByRole('button', { name: /Type a line, or/ }).click();
  await page.locator('.ProseMirror-focused').waitFor();
  await page.keyboard.press('Control+v');
  await expect(lines(page)).toHaveText(['Damson', 'What sort of home is it?', 'Who should we ask for?', 'Thank you.']);
  await expect(rehearse(page).chat.getByRole('button', { name: 'House' })).toBeVisible();

  await lines(page).last().click();
  await page.locator('.ProseMirror-focused').waitFor();
  await page.keyboard.press('End');
  await page.keyboard.type(' Bye, @first');
  await page.getByRole('option', { name: 'first name' }).waitFor();
  await page.keyboard.press('Enter');
  await page.keyboard.type('!');
  await expect(lines(page).last()).toHaveText('Thank you. Bye, first name!');

  await lines(page).first().hover();
  await page.locator('[data-step=d]').getByLabel('Add a note').click();
  await page.keyboard.type('Ask Priya whether damson is right');
  await expect(page.getByText(/^saved /)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Note', { exact: true })).toHaveValue('Ask Priya whether damson is right');
});

test('words are found over the whole flow and replaced, one by one or all at once', async ({ browser, stack }) => {
  const page = await studio(browser, stack, people.lead);
  await openFlowFile(page, everyKind);
  await page.keyboard.press('Control+h');
  const dialog = page.getByRole('dialog', { name: 'Find and replace' });
  await dialog.getByLabel('Find', { exact: true }).fill('estimate');
  await expect(dialog.getByText('4 found')).toBeVisible();
  await dialog.getByLabel('Replace with').fill('quotation');
  await dialog.getByRole('button', { name: 'Replace', exact: true }).first().click();
  await expect(dialog.getByText('3 found')).toBeVisible();
  await dialog.getByRole('button', { name: 'Replace all' }).click();
  await expect(dialog.getByText('Nothing found.')).toBeVisible();
  await dialog.getByLabel('Find', { exact: true }).fill('quotation');
  await dialog
    .getByRole('list', { name: 'Found' })
    .getByRole('button', { name: /Who is the/ })
    .click();
  await expect(
    page.getByRole('textbox', { name: 'Question' }).or(page.getByText('Who is the quotation for?')).first(),
  ).toBeVisible();
});
