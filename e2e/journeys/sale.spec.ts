import {
  addStep,
  askForPerson,
  expect,
  firstVisitAgain,
  logOf,
  people,
  publish,
  studio,
  test,
  visit,
} from './stack.ts';

test('things for sale are written, brought in a table and read from a page, shown by a flow as they are now, and sent by an agent', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('link', { name: 'Settings' }).click();
  await hanne.getByRole('link', { name: 'For sale', exact: true }).click();
  const things = hanne.getByRole('list', { name: 'Things for sale' });
  const thing = (name: string) => things.getByRole('listitem').filter({ hasText: name });
  await expect(thing('Home battery, 5 kWh')).toContainText('£5,200 · 14 in stock');

  // By hand: what is wrong is told at its place, and nothing is lost.
  await hanne.getByRole('button', { name: 'New thing' }).click();
  await hanne.getByLabel('Name', { exact: true }).fill('Draught check');
  await hanne.getByLabel('Price', { exact: true }).fill('ask us');
  await hanne.getByLabel('Its page').fill('insulation');
  await hanne.getByRole('button', { name: 'Keep it' }).click();
  await expect(hanne.getByText('Write an amount, such as 9400, or nothing.')).toBeVisible();
  await expect(hanne.getByText('A page begins with / on the site, or with https://.')).toBeVisible();
  await hanne.getByLabel('Price', { exact: true }).fill('£60');
  await hanne.getByLabel('Its page').fill('/insulation');
  await hanne.getByLabel('How much there is').selectOption('only a few left');
  await hanne.getByRole('button', { name: 'Keep it' }).click();
  await expect(thing('Draught check')).toContainText('£60 · Only a few left');

  // From a table: first one sees what it would bring.
  await hanne.getByRole('button', { name: 'From a table' }).click();
  const table = hanne.getByRole('dialog');
  await table.locator('input[type=file]').setInputFiles({
    name: 'shop.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'SKU,Title,Price,Colour\nbat-5,"Home battery, 5 kWh",4990,white\nvent,Roof vent,35,\nx,Odd,soon,\n',
    ),
  });
  await expect(table.getByText('one thing new, one thing otherwise than now.')).toBeVisible();
  await expect(table.getByText('Not used: “Colour”.', { exact: false })).toBeVisible();
  await expect(table.getByText('Row 4, Price:', { exact: false })).toBeVisible();
  await table.getByRole('button', { name: 'Take in 2 things' }).click();
  await expect(thing('Roof vent')).toContainText('£35');
  await expect(thing('Home battery, 5 kWh')).toContainText('£4,990');

  // From a page of the site: what stood there before stays as it was written where the page says otherwise.
  const address = hanne.getByLabel('Address of a page');
  await address.fill('elsewhere.example/shop');
  await hanne.getByRole('button', { name: 'Read it', exact: true }).click();
  await expect(hanne.getByText('elsewhere.example is none of your sites’ domains.')).toBeVisible();
  await address.fill(`${stack.site}/heat-pumps/costs`);
  await hanne.getByRole('button', { name: 'Read it', exact: true }).click();
  await expect(hanne.getByText('Tells of 4 things', { exact: false })).toBeVisible();
  await expect(thing('Heat pump, 8 kW')).toContainText('as you wrote it: picture, page');

  // A flow shows one: on the page of the flow as in the chat.
  await hanne.getByRole('link', { name: 'Flows' }).click();
  await hanne.getByRole('button', { name: 'New flow' }).click();
  await hanne.getByRole('textbox', { name: 'Name' }).fill('Shop window');
  await hanne.getByRole('button', { name: 'Create' }).click();
  await hanne.getByRole('heading', { name: 'Shop window', level: 1 }).waitFor();
  await addStep(hanne, 'show');
  await hanne.getByRole('button', { name: 'Show a thing for sale' }).click();
  await hanne.getByRole('searchbox', { name: 'Thing for sale on card 1' }).fill('draught');
  await hanne.keyboard.press('Enter');
  await expect(hanne.getByText('Draught check, as it is known when it is shown')).toBeVisible();
  await expect(hanne.getByRole('region', { name: 'Checks' }).getByText('Nothing wrong')).toBeVisible();
  await publish(hanne);
  const visitor = await visit(browser, stack);
  await expect(visitor.chat.getByRole('heading', { name: 'Draught check' })).toBeVisible();
  await expect(visitor.chat.getByText('£60')).toBeVisible();
  await expect(visitor.chat.getByText('Only a few left')).toBeVisible();

  // What is known of it changes, and the next visitor is shown that.
  await hanne.getByRole('link', { name: 'Settings' }).click();
  await hanne.getByRole('link', { name: 'For sale', exact: true }).click();
  await hanne.getByRole('button', { name: 'Change Draught check' }).click();
  await hanne.getByLabel('Price', { exact: true }).fill('75');
  await hanne.getByRole('button', { name: 'Keep it' }).click();
  await expect(thing('Draught check')).toContainText('£75');
  const next = await visit(browser, stack);
  await expect(next.chat.getByText('£75')).toBeVisible();
  await firstVisitAgain(hanne);

  // An agent sends one, and the visitor goes to where it is sold.
  const priya = await studio(browser, stack, people.priya);
  const asking = await visit(browser, stack);
  await askForPerson(asking, 'Isolde');
  await priya.getByRole('link', { name: /^Inbox/ }).click();
  await priya
    .getByRole('list', { name: 'Waiting' })
    .getByRole('link', { name: /^Isolde/ })
    .click();
  await priya.getByRole('button', { name: 'Send a thing for sale, a page or a code' }).click();
  await priya.getByRole('searchbox', { name: 'A thing for sale' }).fill('vent');
  await priya.keyboard.press('Enter');
  await expect(priya.getByRole('list', { name: 'What goes with it' }).getByText('Roof vent')).toBeVisible();
  await priya.getByRole('button', { name: 'Send a thing for sale, a page or a code' }).click();
  await priya.getByRole('searchbox', { name: 'A thing for sale' }).fill('bat-5');
  await priya.keyboard.press('Enter');
  await priya.getByLabel('Your reply').fill('Either of these, I would say.');
  await priya.getByLabel('Your reply').press('Enter');
  await expect(asking.chat.getByRole('heading', { name: 'Roof vent' })).toBeVisible();
  // The table said nothing of its picture, which is as it was.
  await expect(asking.chat.getByRole('img', { name: 'A battery the height of a chair' })).toBeVisible();
  await expect(asking.chat.getByText('£4,990')).toBeVisible();
  await expect(logOf(priya).getByText('Roof vent')).toBeInViewport();
});
