import { expect, House, test } from './house';

test('lines are moved by keyboard and by dragging, taken out, and put back', async ({ browser }) => {
  const house = await House.open();
  try {
    const maren = await house.signedIn(browser, 'maren');
    await maren.getByRole('link', { name: 'Harvest of the Sea' }).click();
    const rows = maren.locator('[data-line]');
    const names = () => rows.locator('.name').allInnerTexts();
    await expect(rows).toHaveCount(15);

    await rows.nth(1).focus();
    await maren.keyboard.press('Alt+ArrowDown');
    await expect(rows.nth(2)).toContainText('Welcome');
    await expect(rows.nth(2)).toBeFocused();
    await expect(rows.nth(2).locator('.time')).toHaveText('9:35');

    await maren.keyboard.press('Delete');
    await expect(rows).toHaveCount(14);
    await maren.getByRole('button', { name: /Put it back/ }).click();
    await expect(rows.nth(2)).toContainText('Welcome');
    await maren.keyboard.press('Delete');
    await expect(rows).toHaveCount(14);
    await maren.keyboard.press('Control+z');
    await expect(rows).toHaveCount(15);

    const last = (await names()).at(-1)!;
    await rows.last().dragTo(rows.nth(1), { targetPosition: { x: 200, y: 4 } });
    await expect(rows.nth(1)).toContainText(last);
    await maren.reload();
    await expect(rows.nth(1)).toContainText(last);
  } finally {
    await house.stop();
  }
});

test('what is typed faster than the library answers is added all the same, in its order', async ({ browser }) => {
  const house = await House.open();
  try {
    const maren = await house.signedIn(browser, 'maren');
    await maren.goto('/calendar/new');
    await maren.getByLabel('Title').fill('A quick hand');
    await maren.getByLabel('Date').fill('2027-03-07');
    await maren.getByLabel(/^Sittings/).fill('10:00');
    await maren.getByRole('button', { name: 'Begin its order' }).click();
    await expect(maren.getByRole('combobox')).toBeVisible();

    let answer = () => {};
    const allTyped = new Promise<void>((resolve) => (answer = resolve));
    await maren.route('**/*handler=Offers*', async (route) => {
      await allTyped;
      await route.continue();
    });
    await maren.getByRole('combobox').focus();
    await maren.keyboard.type('Welcome 3:00\nThe peace 2:00\nNotices 1:30\nBlessing', { delay: 30 });
    answer();
    const names = maren.locator('[data-line] .name');
    await expect(names).toHaveText([/Welcome/, /The peace/, /Notices/]);
    await expect(maren.locator('[data-line]').nth(2).locator('.time')).toHaveText('10:05');
    await expect(maren.getByRole('combobox')).toHaveValue('Blessing');

    await maren.unroute('**/*handler=Offers*');
    await maren.route('**/*handler=Add*', (route) => route.abort());
    await maren.keyboard.press('Enter');
    await expect(maren.getByText(/did not reach the server/)).toBeVisible();
    await expect(maren.getByRole('combobox')).toHaveValue('Blessing');
  } finally {
    await house.stop();
  }
});

test('who only reads sees the plan and nothing to change it with', async ({ browser, house }) => {
  const sefa = await house.signedIn(browser, 'sefa');
  await sefa.getByRole('link', { name: 'Harvest of the Sea' }).click();
  await expect(sefa.locator('[data-line]').first()).toBeVisible();
  await expect(sefa.getByRole('combobox')).toHaveCount(0);
  await expect(sefa.getByRole('link', { name: /booth/ })).toHaveCount(0);
});
