import { expect, firstVisitAgain, logOf, openFlowFile, people, publish, studio, test, visit } from './stack.ts';
import { ask, line } from './steps.ts';

const flow = {
  format: 'kineta.flow/2',
  name: 'In the meantime',
  speaker: 'Robin',
  facts: [
    { name: 'full name', type: 'text', scope: 'visitor', person: 'name' },
    { name: 'roof', type: 'text', scope: 'conversation' },
  ],
  scenes: [
    {
      id: 'a',
      title: 'Fetching',
      steps: [
        ask('name', 'What may I call you?', { type: 'short text' }, 'full name'),
        {
          id: 'over',
          kind: 'hand over',
          team: 'Sales',
          waiting: line('One moment, please.'),
          closed: { line: line('Nobody is here, I’m afraid.') },
        },
        { id: 'back', kind: 'say', line: line('It’s me again.') },
        { id: 'end', kind: 'end' },
      ],
    },
    {
      id: 'b',
      title: 'A few things first',
      steps: [
        ask('roof', 'What is your roof like?', { type: 'short text' }, 'roof'),
        { id: 'noted', kind: 'say', line: line('Noted, that saves you saying it twice.') },
      ],
    },
  ],
};

test('who waits picks a team that is there, is asked on in line, and is not asked over the person who comes', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await studio(browser, stack, people.tom);
  await openFlowFile(hanne, flow);
  await hanne.getByLabel(/^Step 2: Hand over/).click();
  await hanne.getByLabel('Until somebody comes').selectOption({ label: '→ A few things first' });
  await hanne.getByRole('button', { name: 'The visitor picks a team' }).click();
  await expect(hanne.getByText(/Hand over to Sales or .*, asking “Who would you like to talk to\?”/)).toBeVisible();
  await expect(hanne.getByText(/and until somebody comes, play A few things first/)).toBeVisible();
  await publish(hanne);

  const visitor = await visit(browser, stack);
  await visitor.chat.getByText('What may I call you?').waitFor();
  await visitor.say('Fern Dale');
  await visitor.chat.getByText('Who would you like to talk to?').waitFor();
  await visitor.chat.getByRole('button', { name: 'Sales' }).click();
  await expect(visitor.chat.getByText('What is your roof like?')).toBeVisible();
  await expect(visitor.chat.getByText(/You are next|before you/)).toBeVisible();
  await visitor.say('get me a human');
  await expect(visitor.chat.getByText('You are in line, and somebody comes as soon as they can.')).toBeVisible();
  await visitor.say('Slate');
  await expect(visitor.chat.getByText('Noted, that saves you saying it twice.')).toBeVisible();

  const second = await visit(browser, stack);
  await second.chat.getByText('What may I call you?').waitFor();
  await second.say('Moss Lane');
  await second.chat.getByRole('button', { name: 'Sales' }).click();
  await second.chat.getByText('What is your roof like?').waitFor();
  await hanne.getByRole('link', { name: 'Inbox' }).click();
  await hanne
    .getByRole('list', { name: 'Waiting' })
    .getByRole('link', { name: /^Moss Lane/ })
    .click();
  await expect(logOf(hanne).getByText('The flow goes on until somebody comes.', { exact: false })).toBeVisible();
  await hanne.getByRole('button', { name: 'Take it' }).click();
  await expect(second.chat.getByText('Hanne Brill is with you now.')).toBeVisible();
  await second.say('Thatch');
  await expect(logOf(hanne).getByText('Thatch')).toBeVisible();
  await expect(second.chat.getByText('Noted, that saves you saying it twice.')).toBeHidden();
  await hanne.getByRole('button', { name: 'Pass on' }).click();
  await hanne.getByRole('menuitem', { name: 'Back to the flow' }).click();
  await hanne.getByRole('button', { name: 'Give it back' }).click();
  await expect(second.chat.getByText('It’s me again.')).toBeVisible();

  await hanne
    .getByRole('list', { name: 'Waiting' })
    .getByRole('link', { name: /^Fern Dale/ })
    .click();
  await expect(hanne.getByRole('complementary').getByText('Slate')).toBeVisible();
  await hanne.getByRole('button', { name: 'Done', exact: true }).last().click();
  await firstVisitAgain(hanne);
});
