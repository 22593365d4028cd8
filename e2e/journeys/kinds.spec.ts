import type { Page } from '@playwright/test';
import {
  addStep,
  expect,
  firstVisitAgain,
  logOf,
  openFlowFile,
  people,
  publish,
  rehearse,
  type Stack,
  studio,
  test,
  visit,
  visitOn,
} from './stack.ts';
import { ask } from './steps.ts';

/** A flow with every type of answer that is picked or typed in its own way. */
const survey = {
  format: 'kineta.flow/2',
  name: 'After the visit',
  speaker: 'Robin',
  facts: [
    { name: 'rating', type: 'number', scope: 'conversation' },
    { name: 'bill', type: 'money', scope: 'conversation' },
    { name: 'topics', type: 'list', scope: 'conversation' },
    { name: 'day', type: 'date', scope: 'conversation' },
  ],
  scenes: [
    {
      id: 'welcome',
      title: 'Welcome',
      steps: [
        ask('rating', 'How was the visit?', { type: 'rating', most: 5 }, 'rating'),
        ask('bill', 'What do you spend?', { type: 'number range', bounds: [1000, 2000], money: true }, 'bill'),
        ask(
          'topics',
          'What shall we write about?',
          {
            type: 'several choices',
            choices: [
              { id: 't1', label: 'Price' },
              { id: 't2', label: 'Noise' },
              { id: 't3', label: 'Grants' },
            ],
          },
          'topics',
        ),
        ask('day', 'When may we ring?', { type: 'date' }, 'day'),
        {
          id: 'told',
          kind: 'say',
          line: [[{ text: 'About ' }, { fact: 'topics' }, { text: ', on ' }, { fact: 'day' }, { text: '.' }]],
        },
        { id: 'take', kind: 'take to page', page: '/heat-pumps/costs' },
        { id: 'end', kind: 'end', outcome: 'answered' },
      ],
    },
  ],
};

/** Opens the survey from its file and lets Brackenrow’s visitors meet it; the lead’s page. */
async function meetSurvey(browser: Parameters<typeof studio>[0], stack: Stack): Promise<Page> {
  const hanne = await studio(browser, stack, people.lead);
  await openFlowFile(hanne, survey);
  await expect(hanne.getByText('Robin asks for a rating')).toBeVisible();
  await expect(hanne.getByText('£1,000 to £2,000')).toBeVisible();
  await expect(hanne.getByText('The flow ends here, with the outcome “answered”.')).toBeVisible();
  await publish(hanne);
  return hanne;
}

test('ratings, ranges, several choices, dates and a page: picked by touch, seen in the log', async ({
  browser,
  stack,
}) => {
  const hanne = await meetSurvey(browser, stack);
  const visitor = await visit(browser, stack, {
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  const { chat, page } = visitor;
  await chat.getByRole('button', { name: '4', exact: true }).tap();
  await chat.getByRole('button', { name: '£1,000 to £2,000' }).tap();
  await chat.getByRole('button', { name: 'Grants' }).tap();
  await chat.getByRole('button', { name: 'Price' }).tap();
  await expect(chat.getByRole('button', { name: 'Price' })).toHaveAttribute('aria-pressed', 'true');
  await chat.getByRole('button', { name: 'That’s it' }).tap();
  await chat.getByText('When may we ring?').waitFor();
  await visitor.say('24/12/2030');
  await page.waitForURL('**/heat-pumps/costs');
  const along = visitOn(page);
  await expect(along.chat.getByText('About Price, Grants, on 2030-12-24.')).toBeVisible();
  await expect(along.chat.getByText('On to /heat-pumps/costs')).toBeVisible();

  await hanne.getByRole('link', { name: 'Inbox' }).click();
  await hanne.getByRole('button', { name: 'Done' }).click();
  await hanne.getByRole('list', { name: 'Done' }).getByRole('link').filter({ hasText: 'answered' }).first().click();
  const log = logOf(hanne);
  await expect(log.getByText('Took the visitor to /heat-pumps/costs.')).toBeVisible();
  await expect(log.getByText('Learnt: topics Price, Grants')).toBeVisible();
  await expect(log.getByText('The flow ended: answered.')).toBeVisible();
  await firstVisitAgain(hanne);
});

test('the same, typed at the keyboard', async ({ browser, stack }) => {
  const hanne = await meetSurvey(browser, stack);
  const visitor = await visit(browser, stack);
  const { chat, page, say } = visitor;
  await chat.getByText('How was the visit?').waitFor();
  await say('eleven');
  await expect(chat.getByText('Please give a whole number from 1 to 5.')).toBeVisible();
  await say('five stars');
  await chat.getByText('What do you spend?').waitFor();
  await say('about 1,400');
  await chat.getByText('What shall we write about?').waitFor();
  // Shift+Tab goes back through the picks from the box, Space picks.
  await page.keyboard.press('Shift+Tab');
  await expect(chat.getByRole('button', { name: 'None of these' })).toBeFocused();
  await page.keyboard.press('Shift+Tab');
  await page.keyboard.press('Space');
  await expect(chat.getByRole('button', { name: 'Grants' })).toHaveAttribute('aria-pressed', 'true');
  await chat.getByLabel('Your message').focus();
  await say('noise and grants');
  await chat.getByText('When may we ring?').waitFor();
  await say('whenever');
  await expect(chat.getByText('I need a date here')).toBeVisible();
  await say('1 May 2031');
  await page.waitForURL('**/heat-pumps/costs');
  await expect(visitOn(page).chat.getByText('About Noise, Grants, on 2031-05-01.')).toBeVisible();
  await firstVisitAgain(hanne);
});

/** Begins a flow and gives how to add a step of a kind at the end of its scene. */
async function newFlow(page: Page, name: string): Promise<(kind: string) => Promise<void>> {
  await page.getByRole('button', { name: 'New flow' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill(name);
  await page.getByRole('button', { name: 'Create' }).click();
  await page.getByRole('heading', { name, level: 1 }).waitFor();
  return kind => addStep(page, kind);
}

test('a score, a chart of it and a consent are written with the slash, and rehearsed', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  const add = await newFlow(hanne, 'Worth a call');
  await add('score');
  await hanne.getByRole('combobox', { name: 'Score' }).selectOption({ label: 'New fact…' });
  await hanne.getByRole('dialog').getByRole('textbox', { name: 'Name' }).fill('lead score');
  await hanne.getByRole('button', { name: 'Make the fact' }).click();
  await hanne.getByLabel('Points').fill('20');
  await hanne.getByLabel('Reason').fill('they own their home');
  await expect(hanne.getByText('Score +20 in lead score, because they own their home.')).toBeVisible();

  await add('chart');
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type('What it comes to');
  await hanne.getByLabel('Label 1').fill('Twice');
  await hanne.getByLabel('Value 1').fill('lead score * 2');
  const { chat, pick } = rehearse(hanne);
  await expect(chat.getByRole('figure').getByText('What it comes to')).toBeVisible();
  await expect(chat.getByRole('figure').getByText('40', { exact: true })).toBeVisible();

  await add('ask consent');
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type('May we write to you?');
  await hanne.getByLabel('Policy').fill('privacy');
  await expect(hanne.getByText('A link starts with https:// or /.')).toBeVisible();
  await hanne.getByLabel('Policy').fill('/privacy');
  await pick('Yes, I agree');
  await expect(chat.getByText('Agreed to news by email: “May we write to you?”')).toBeVisible();
  await expect(hanne.getByRole('region', { name: 'Checks' }).getByText('Nothing wrong')).toBeVisible();
});

test('split, take to page and an outcome are written with the slash, and rehearsed', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  const add = await newFlow(hanne, 'Two ways');
  await add('split');
  await hanne.getByLabel('Share 1').fill('30');
  await hanne.getByLabel('Share 2').fill('90');
  await hanne.getByLabel('Way 2').selectOption({ label: '→ a new scene' });
  await expect(hanne.getByText('Of all visitors, let 25% carry on; let 75% go to Scene 2.')).toBeVisible();
  await add('take');
  await hanne.getByLabel('Page', { exact: true }).fill('heat-pumps');
  await expect(hanne.getByText('A page starts with / or https://.')).toBeVisible();
  await hanne.getByLabel('Page', { exact: true }).fill('/heat-pumps');
  await expect(hanne.getByText('Take the visitor to /heat-pumps.')).toBeVisible();
  await hanne.getByLabel(/^Step \d: End$/).click();
  await hanne.getByLabel('Outcome').fill('lost');
  await expect(hanne.getByText('The flow ends here, with the outcome “lost”.')).toBeVisible();
  await expect(hanne.getByRole('region', { name: 'Checks' }).getByText('Nothing wrong')).toBeVisible();
  await expect(rehearse(hanne).chat.getByText(/The flow ended/)).toBeVisible();
});
