import { askForPerson, expect, logOf, people, studio, test, visit } from './stack.ts';

/** The smallest picture: one point. */
const png = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
  'base64',
);

/** A short video of a square that moves, as WebM in base 64. */
async function filmed(): Promise<string> {
  const canvas = document.createElement('canvas');
  canvas.width = 64;
  canvas.height = 64;
  const drawn = canvas.getContext('2d')!;
  const parts: Blob[] = [];
  const recorder = new MediaRecorder(canvas.captureStream(20), { mimeType: 'video/webm' });
  recorder.ondataavailable = ({ data }) => parts.push(data);
  const over = new Promise(resolve => {
    recorder.onstop = resolve;
  });
  recorder.start();
  for (let frame = 0; frame < 20; frame++) {
    drawn.fillStyle = frame % 2 ? '#2c6148' : '#c98a2b';
    drawn.fillRect(frame, frame, 32, 32);
    await new Promise(resolve => setTimeout(resolve, 40));
  }
  recorder.stop();
  await over;
  const bytes = new Uint8Array(await new Blob(parts).arrayBuffer());
  return btoa(Array.from(bytes, byte => String.fromCharCode(byte)).join(''));
}

test('a phrase that ships is checked, fetched by its shortcut with what is known in it, one is kept for oneself, and a picture goes along', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  const priya = await studio(browser, stack, people.priya);
  const visitor = await visit(browser, stack);
  await askForPerson(visitor, 'Isolde');

  await hanne.keyboard.press('ControlOrMeta+k');
  // Not what else is written in on the page: the menu loads when it is first asked for.
  const menu = hanne.getByRole('dialog');
  await menu.getByRole('combobox').fill('phrasebook');
  await menu
    .getByRole('option', { name: /phrasebook/i })
    .first()
    .waitFor();
  await hanne.keyboard.press('Enter');
  await expect(hanne.getByText('20 to check')).toBeVisible();
  await hanne.getByRole('button', { name: 'It is right hello' }).click();
  await expect(hanne.getByText('19 to check')).toBeVisible();
  await hanne.getByRole('button', { name: 'Change hello' }).click();
  await hanne.getByLabel('Words').fill('Hello {first name|there}, about your {boiler}: how can I help?');
  await expect(hanne.getByText('Filled in from what is known: first name, boiler.')).toBeVisible();
  await hanne.getByLabel('Shortcut, typed behind /').fill('say hello');
  await hanne.getByRole('button', { name: 'Keep it' }).click();
  await expect(hanne.getByText('A shortcut is one word', { exact: false })).toBeVisible();
  await hanne.getByLabel('Shortcut, typed behind /').fill('/hello');
  await hanne.getByRole('button', { name: 'Keep it' }).click();
  await expect(hanne.getByRole('dialog')).toBeHidden();

  await priya.getByRole('link', { name: /^Inbox/ }).click();
  await priya
    .getByRole('list', { name: 'Waiting' })
    .getByRole('link', { name: /^Isolde/ })
    .click();
  const box = priya.getByLabel('Your reply');
  await box.pressSequentially('/hel');
  const suggested = priya.getByRole('list', { name: 'Phrases' });
  await expect(suggested.getByRole('button')).toHaveCount(1);
  await box.press('Enter');
  await expect(box).toHaveValue('Hello Isolde, about your {boiler}: how can I help?');
  await expect(priya.getByText('Write what is to stand in the { }.')).toBeVisible();
  await expect(priya.getByRole('button', { name: 'Reply' })).toBeDisabled();
  await box.fill('Hello Isolde, about your boiler: how can I help?');
  await box.press('Enter');
  await expect(visitor.chat.getByText('Hello Isolde, about your boiler: how can I help?')).toBeVisible();

  // Of drafts nothing is offered, and one’s own is nobody else’s.
  await box.pressSequentially('/sorry');
  await expect(suggested).toBeHidden();
  await priya.getByRole('link', { name: 'Phrasebook' }).click();
  await expect(priya.getByRole('list', { name: 'Phrases' }).getByRole('listitem')).toHaveCount(1);
  await expect(priya.getByText('used once')).toBeVisible();
  await priya.getByRole('button', { name: 'New phrase' }).click();
  await priya.getByLabel('Shortcut, typed behind /').fill('loft');
  await priya.getByLabel('Words').fill('Is your loft dry?');
  await priya.getByRole('button', { name: 'Keep it' }).click();
  await expect(priya.getByText('your own')).toBeVisible();
  await hanne.reload();
  await expect(hanne.getByText('Is your loft dry?')).toHaveCount(0);

  // As it was found.
  await priya.getByRole('button', { name: 'Remove loft' }).click();
  await expect(priya.getByText('Is your loft dry?')).toHaveCount(0);
  await hanne.getByRole('button', { name: 'Remove hello' }).click();
  await hanne.getByRole('button', { name: 'Take in those that are not here' }).click();
  await expect(hanne.getByText('20 to check')).toBeVisible();
  await priya.getByRole('link', { name: /^Inbox/ }).click();
  await priya.getByRole('button', { name: /^Mine/ }).click();
  await priya
    .getByRole('list', { name: 'Mine' })
    .getByRole('link', { name: /^Isolde/ })
    .click();

  // A picture goes along, named for who does not see it; and with the reply it is done.
  await priya.getByLabel('Pictures and files for the visitor').setInputFiles([
    { name: 'notes.png', mimeType: 'image/png', buffer: Buffer.from('no picture') },
    { name: 'the loft.png', mimeType: 'image/png', buffer: png },
    { name: 'how thick.txt', mimeType: 'text/plain', buffer: Buffer.from('Thirty centimetres.') },
    { name: 'setup.exe', mimeType: 'application/pdf', buffer: Buffer.from([0, 1, 2, 0, 255]) },
  ]);
  await expect(priya.getByText('notes.png is no picture that can be opened.')).toBeVisible();
  const attached = priya.getByRole('list', { name: 'What goes with it' });
  await expect(attached.getByLabel('What it shows')).toHaveValue('the loft');
  await attached.getByLabel('What it shows').fill('A dry loft');
  // A file is known by its content, whatever it is called.
  await expect(priya.getByText(/^setup\.exe: That file’s content is of no kind/)).toBeVisible();
  await expect(attached.getByText('how thick.txt')).toBeVisible();
  // And a page that they may go to, and a code.
  await priya.getByRole('button', { name: 'Send a thing for sale, a page or a code' }).click();
  await priya.getByLabel('Page', { exact: true }).fill('insulation');
  await priya.getByLabel('Page', { exact: true }).press('Enter');
  await expect(priya.getByText('A page begins with / on the site, or with https://.')).toBeVisible();
  await priya.getByLabel('Page', { exact: true }).fill('/insulation');
  await priya.getByLabel('Code', { exact: true }).fill('LOFT10');
  await priya.getByLabel('What it is called').fill('All about lofts');
  await priya.getByRole('button', { name: 'Put it in' }).click();
  await expect(attached.getByText('All about lofts')).toBeVisible();

  // What is sent can be taken back for five seconds, with all that goes with it.
  await priya.evaluate(() => {
    localStorage['kineta.sends-at-once'] = '0';
  });
  await box.fill('Like that one. See https://brackenrow.example/help');
  await box.press('Enter');
  await expect(priya.getByText(/^Goes out in [1-5] s$/)).toBeVisible();
  await priya.getByRole('button', { name: 'Take it back' }).click();
  await expect(box).toHaveValue('Like that one. See https://brackenrow.example/help');
  await expect(attached.getByText('All about lofts')).toBeVisible();
  await box.press('Enter');
  await priya.getByRole('button', { name: 'Send it now' }).click();
  await expect(visitor.chat.getByRole('link', { name: 'https://brackenrow.example/help' })).toBeVisible();
  await priya.evaluate(() => {
    localStorage['kineta.sends-at-once'] = '1';
  });
  const [download] = await Promise.all([
    visitor.page.waitForEvent('download'),
    visitor.chat.getByRole('link', { name: 'Save' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('how thick.txt');
  await expect(visitor.chat.getByText('LOFT10')).toBeVisible();
  await visitor.chat.getByRole('link', { name: 'Go there' }).click();
  await visitor.page.waitForURL(/\/insulation$/);
  await expect(visitor.chat.getByText('All about lofts')).toBeVisible();

  // A video is played where it stands.
  const film = await priya.evaluate(filmed);
  await priya
    .getByLabel('Pictures and files for the visitor')
    .setInputFiles({ name: 'the fan.webm', mimeType: 'video/webm', buffer: Buffer.from(film, 'base64') });
  await expect(attached.getByText('the fan.webm')).toBeVisible();
  await box.fill('This is how it turns.');
  await box.press('Enter');
  const video = visitor.chat.locator('video');
  await expect(video).toBeVisible();
  await video.evaluate(element => (element as HTMLVideoElement).play());
  await expect.poll(() => video.evaluate(element => (element as HTMLVideoElement).currentTime)).toBeGreaterThan(0);

  // Help with the wording: what comes back is looked at before it goes, and one's own words are there still.
  await box.fill('like this one.  it is dry');
  await priya.getByRole('button', { name: 'Help with the wording' }).click();
  await priya.getByRole('menuitem', { name: 'Correct it' }).click();
  await expect(box).toHaveValue('Like this one. It is dry.');
  await priya.getByRole('button', { name: 'Back to my own words' }).click();
  await expect(box).toHaveValue('like this one.  it is dry');

  await box.fill('Like this one.');
  await priya.getByRole('button', { name: 'Send and done' }).click();
  await expect(visitor.chat.getByRole('img', { name: 'A dry loft' })).toBeVisible();
  await expect(visitor.chat.getByText('Like this one.')).toBeVisible();
  await expect(logOf(priya).getByRole('img', { name: 'A dry loft' })).toBeVisible();
  await expect(logOf(priya).getByText('Priya Marlow closed the conversation.')).toBeVisible();
});
