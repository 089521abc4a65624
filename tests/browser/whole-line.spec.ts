import { expect, House, rowsOn, test } from './house';

test('a song is pasted, found, planned, and its words come onto the screen', async ({ browser }) => {
  const house = await House.open();
  try {
    const maren = await house.signedIn(browser, 'maren');

    await test.step('paste and save', async () => {
      await maren.getByRole('link', { name: 'Songs' }).click();
      await maren.getByRole('link', { name: 'Paste a song' }).click();
      await maren.getByLabel(/^Words as you/).fill(
        'The Net Came Up Heavy\n\nAll night on the water and nothing to show,\nour arms like wet rope\n\nAnd the net came up heavy,\nthe net came up bright\n\nI said, leave me, Master\n\nAnd the net came up heavy\nthe net came up bright\n\nCoda\nHome by morning\n\nWords: Bram Oduya\n© 2020 Gannet & Vane',
      );
      await expect(maren.locator('.sung-order .mark')).toHaveText(['1', 'R', '2', 'R', 'E']);
      await expect(maren.getByLabel('Title', { exact: true })).toHaveValue('The Net Came Up Heavy');
      await expect(maren.getByLabel('Words by')).toHaveValue('Bram Oduya');
      await expect(maren.getByLabel('Copyright year')).toHaveValue('2020');
      await maren.getByRole('combobox', { name: /: Ending/ }).selectOption('B');
      await expect(maren.locator('.sung-order .mark')).toHaveText(['1', 'R', '2', 'R', 'B']);
      await expect(maren.getByLabel(/^Words as you/)).toHaveValue(/\n\[Bridge\]\nHome by morning/);
      await maren.getByRole('button', { name: 'Save the song' }).click();
      await expect(maren.getByRole('heading', { level: 1 })).toHaveText('The Net Came Up Heavy');
      await expect(maren.locator('.strip figure')).toHaveCount(5);
    });

    await test.step('find it, with a slip of the finger', async () => {
      await maren.goto('/songs');
      await maren.getByRole('searchbox').pressSequentially('net haevy');
      await expect(maren.locator('a[data-song]')).toHaveCount(1);
      await expect(maren.locator('.songs .title mark')).toHaveText(['Net', 'Heavy']);
      await maren.getByRole('searchbox').press('ArrowDown');
      await expect(maren.locator('a[data-song]')).toBeFocused();
    });

    await test.step('plan it', async () => {
      await maren.goto('/calendar/new');
      await maren.getByLabel('Title').fill('Nets and Boats');
      await maren.getByLabel('Date').fill('2027-03-07');
      await maren.getByLabel(/^Sittings/).fill('10:00');
      await maren.getByRole('button', { name: 'Begin its order' }).click();
      const line = maren.getByRole('combobox');
      const rows = maren.locator('[data-line]');
      await line.fill('Gathering');
      await maren.getByRole('option', { name: /part heading/ }).waitFor();
      await maren.getByRole('option', { name: /part heading/ }).click();
      await expect(rows).toHaveCount(1);
      await line.fill('Welcome 3:00');
      await line.press('Enter');
      await expect(rows).toHaveCount(2);
      await line.fill('net came');
      await expect(maren.locator('#offers [role=option]').first()).toContainText('The Net Came Up Heavy');
      await line.press('Enter');
      await expect(rows).toHaveCount(3);
      await expect(rows.nth(2).locator('.time')).toHaveText('10:03');
    });

    await test.step('booth and screen', async () => {
      await maren.getByRole('link', { name: 'Open booth' }).click();
      const screen = await house.screenFor(browser, maren);
      await expect(screen.locator('#stage')).toHaveAttribute('data-curtain', 'crest');
      await maren.keyboard.press('w');
      await expect(screen.locator('#stage')).toHaveAttribute('data-curtain', 'words');
      await maren.keyboard.press('ArrowDown');
      await expect(rowsOn(screen).first()).toHaveText(/^All night on the water/);
      await maren.keyboard.press(' ');
      await expect(rowsOn(screen).first()).toHaveText('And the net came up heavy,');
      await maren.keyboard.press('b');
      await expect(rowsOn(screen).first()).toHaveText('Home by morning');
      await maren.keyboard.press('2');
      await expect(rowsOn(screen).first()).toHaveText('I said, leave me, Master');
      await maren.keyboard.press('ArrowUp');
      await expect(rowsOn(screen).first()).toHaveText('And the net came up heavy,');
      await maren.getByRole('button', { name: 'Home by morning' }).click();
      await expect(rowsOn(screen).first()).toHaveText('Home by morning');
      await maren.keyboard.press('d');
      await expect(screen.locator('#stage')).toHaveAttribute('data-curtain', 'dark');
      await expect(screen.locator('.dark-over')).toHaveCSS('opacity', '1');
      await maren.keyboard.press('w');
      await expect(screen.locator('.dark-over')).toHaveCSS('opacity', '0');
      await expect(maren.getByText('1 screen in step')).toBeVisible();
    });
  } finally {
    await house.stop();
  }
});
