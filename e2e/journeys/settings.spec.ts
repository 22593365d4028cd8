import { expect, people, studio, test } from './stack.ts';

test('the key of a service is kept, never shown, replaced and forgotten', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('link', { name: 'Settings' }).click();
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
