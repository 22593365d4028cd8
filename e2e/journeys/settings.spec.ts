import { business } from '@kineta/demo';
import { expect, people, studio, test } from './stack.ts';

test('the key of a service is kept, never shown, replaced and forgotten', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('link', { name: 'Settings' }).click();
  await hanne.getByRole('link', { name: 'Services' }).click();
  const keep = hanne.getByRole('button', { name: 'Keep the key' });
  await hanne.getByLabel('Host', { exact: true }).fill('https://post.example/');
  await hanne.getByLabel('Key', { exact: true }).fill('Bearer tarrow-1');
  await keep.click();
  await expect(hanne.getByText('A host is written like post.internal or 10.0.0.7:8080.')).toBeVisible();
  await expect(hanne.getByLabel('Key', { exact: true })).toHaveValue('Bearer tarrow-1');
  await hanne.getByLabel('Host', { exact: true }).fill('Post.example');
  await keep.click();
  const kept = hanne.getByRole('list', { name: 'Services with a key' });
  await expect(kept.getByRole('listitem')).toHaveText([/^post\.exampleAuthorizationkept /]);
  await expect(hanne.getByLabel('Key', { exact: true })).toHaveValue('');

  await hanne.getByLabel('Host', { exact: true }).fill('post.example');
  await hanne.getByLabel('Header field').fill('X-Api-Key');
  await hanne.getByLabel('Key', { exact: true }).fill('tarrow-2');
  await keep.click();
  await expect(kept.getByRole('listitem')).toHaveText([/^post\.exampleX-Api-Keykept /]);
  await hanne.reload();
  await expect(kept.getByRole('listitem')).toHaveText([/^post\.exampleX-Api-Keykept /]);
  expect(await hanne.content()).not.toContain('tarrow-');

  await hanne.getByRole('button', { name: 'Forget the key of post.example' }).click();
  await hanne.getByRole('dialog').getByRole('button', { name: 'Keep it' }).click();
  await expect(kept).toBeVisible();
  await hanne.getByRole('button', { name: 'Forget the key of post.example' }).click();
  await hanne.getByRole('dialog').getByRole('button', { name: 'Forget the key' }).click();
  await expect(kept).toBeHidden();
});

test('a colleague is invited, rests and comes back; hours are set and seen before they are kept', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('link', { name: 'Settings' }).click();
  await hanne.getByRole('link', { name: 'Members' }).click();
  const email = hanne.getByLabel('Email of a colleague');
  await email.fill(people.priya);
  await hanne.getByRole('button', { name: 'Invite' }).click();
  await expect(hanne.getByText('Priya Marlow is a member already.')).toBeVisible();
  await email.fill('idris@brackenrow.example');
  await hanne.getByRole('button', { name: 'Invite' }).click();
  await expect(hanne.getByRole('heading', { name: /on its way to idris/ })).toBeVisible();
  await hanne.getByRole('button', { name: 'Done' }).click();
  const letter = stack.mail.letters.findLast(({ mail }) => mail.subject?.includes('asks you to join'));
  expect(letter?.mail.text).toContain('/join#');
  const invited = hanne.getByRole('list', { name: 'Invited' });
  await invited.getByRole('button', { name: 'Take it back' }).click();
  await expect(invited).toBeHidden();

  await hanne.getByRole('button', { name: 'What to do about Hanne Brill' }).click();
  await hanne.getByRole('menuitem', { name: 'Put to rest' }).click();
  await expect(hanne.getByText('Hanne Brill is the only lead.', { exact: false })).toBeVisible();

  await hanne.getByRole('link', { name: 'Teams and hours' }).click();
  await hanne.getByLabel('A new team').fill('Surveys');
  await hanne.getByRole('button', { name: 'Make it' }).click();
  await hanne.getByRole('button', { name: 'Hours of Surveys' }).click();
  await hanne.getByLabel('Monday, from').fill('10:00');
  await hanne.getByLabel('Monday, to').fill('09:00');
  await expect(hanne.getByText('This ends before it begins.', { exact: false }).first()).toBeVisible();
  await expect(hanne.getByRole('button', { name: 'Keep these hours' })).toBeDisabled();
  await hanne.getByLabel('Monday, to').fill('15:00');
  await hanne.getByRole('button', { name: 'Copy Monday' }).click();
  await hanne.getByRole('menuitem', { name: 'to every day' }).click();
  const weeks = hanne.getByRole('region', { name: /next two weeks/ });
  await expect(weeks.getByText('10:00 to 15:00')).toHaveCount(14);
  await hanne.getByRole('button', { name: /Closed on all/ }).click();
  await hanne.getByRole('button', { name: 'Keep these hours' }).click();
  await expect(hanne.getByText('The hours of Surveys are kept.')).toBeVisible();
  await hanne.getByRole('button', { name: 'Remove Surveys' }).click();
  await expect(hanne.getByRole('heading', { name: 'Surveys' })).toBeHidden();
});

test('who is signed out elsewhere is told so there at once, and goes on after signing in again', async ({
  browser,
  stack,
}) => {
  const here = await studio(browser, stack, people.tom);
  const there = await studio(browser, stack, people.tom, { storageState: undefined });
  await expect(there.getByText('Reconnecting', { exact: false })).toBeHidden();
  await here.getByRole('link', { name: 'Tom Ashdown', exact: true }).click();
  await here.getByRole('button', { name: 'Sign out everywhere else' }).click();
  // Nothing is done there: it is the page that has heard of it.
  const again = there.getByRole('dialog', { name: 'Please sign in again' });
  await expect(again).toBeVisible();
  await again.getByLabel('Password').fill(business.password);
  await again.getByRole('button', { name: 'Sign in' }).click();
  await expect(again).toBeHidden();
  await expect(there.getByText('Reconnecting', { exact: false })).toBeHidden();
});
