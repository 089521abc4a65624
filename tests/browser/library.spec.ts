import { expect, House, test } from './house';

test('words are written where they stand, in two languages, by two people', async ({ browser }) => {
  const house = await House.open();
  try {
    const maren = await house.signedIn(browser, 'maren');
    await maren.goto('/songs?q=lantern over water');
    await maren.getByRole('link', { name: /^Lantern over Water/ }).click();
    await maren.waitForURL(/songs\/[0-9a-f-]+$/);
    const sheet = maren.locator('.sheet');

    await test.step('a missing section is typed beside its original', async () => {
      await maren.getByRole('button', { name: 'No Français yet. Type it here, line for line.' }).click();
      const box = maren.getByLabel('Bridge in Français, a line a line');
      await expect(box).toBeFocused();
      await box.fill('Au port, au port, tous à bon port,\nla mer se tourne, viens.');
      await box.press('Control+Enter');
      await expect(sheet.locator('[data-mark="B"][data-wording="1"]').first()).toContainText('Au port, au port, tous à bon port,');
      await expect(maren.getByText(/section missing/)).toHaveCount(0);
    });

    await test.step('the keyboard alone: edit, leave as it was, break a slide', async () => {
      const pen = maren.getByRole('button', { name: 'Edit 1 in English' });
      await pen.focus();
      await maren.keyboard.press('Enter');
      await maren.keyboard.type('nonsense');
      await maren.keyboard.press('Escape');
      await expect(pen).toBeFocused();
      await expect(sheet).not.toContainText('nonsense');
      const slides = await maren.locator('.strip figure').count();
      await maren.getByRole('button', { name: '1, line 3: begin a slide here' }).click();
      await expect(maren.locator('.strip figure')).toHaveCount(slides + 1);
      await maren.getByRole('button', { name: /^Undo/ }).click();
      await expect(maren.locator('.strip figure')).toHaveCount(slides);
    });

    await test.step('a second person is seen, and what she saves comes in by itself', async () => {
      const odile = await house.signedIn(browser, 'odile');
      await odile.goto(maren.url());
      await odile.getByRole('button', { name: 'Edit 2 in English' }).click();
      await expect(maren.getByText('Odile is writing in 2 in English')).toBeVisible({ timeout: 15_000 });
      await odile.getByLabel('Verse 2 in English, a line a line').fill('When the gale is on the mountain\nand the stars are drowned,\nhold the flame above the fountain,\nlet the lost be found.');
      await odile.keyboard.press('Control+Enter');
      await expect(maren.locator('.sheet')).toContainText('When the gale is on the mountain', { timeout: 15_000 });
    });

    await test.step('a section gets another mark, and is sung under it', async () => {
      await maren.getByLabel('Bridge: arrange').click();
      await maren.getByLabel('Its mark').locator('visible=true').selectOption('E');
      await expect(maren.locator('tbody[data-section="E"]')).toContainText('Home, home');
    });

    await test.step('it is put into a service', async () => {
      await maren.getByText('Put in a service').click();
      await maren.getByRole('button', { name: /^Third Sunday/ }).click();
      await maren.waitForURL(/calendar/);
      await expect(maren.locator('[data-line]', { hasText: 'Lantern over Water' })).toHaveCount(1);
    });
  } finally {
    await house.stop();
  }
});

test('songs are found by typing and clicking filters, chosen by keyboard, and changed at once', async ({ browser }) => {
  const house = await House.open();
  try {
    const maren = await house.signedIn(browser, 'maren');
    await maren.goto('/songs');
    await maren.getByRole('link', { name: 'Choir', exact: true }).click();
    await expect(maren.getByRole('searchbox')).toHaveValue('shelf:Choir');
    await maren.getByRole('searchbox').press('End');
    await maren.getByRole('searchbox').pressSequentially(' lacks:fr');
    await expect(maren.getByRole('status').first()).toHaveText('5 songs');
    await maren.getByRole('searchbox').press('ArrowDown');
    await maren.keyboard.press('x');
    await maren.keyboard.press('ArrowDown');
    await maren.keyboard.press('x');
    await expect(maren.getByText('2 songs chosen')).toBeVisible();
    await maren.getByLabel('Topic', { exact: true }).fill('vespers');
    await maren.getByRole('button', { name: 'Add' }).first().click();
    await expect(maren.getByText('2 songs: topic vespers.')).toBeVisible();
    await maren.getByRole('button', { name: 'Undo' }).click();
    await expect(maren.getByText('Undone for 2 songs.')).toBeVisible();
  } finally {
    await house.stop();
  }
});

test('files come in after a look, with a bar that moves', async ({ browser }) => {
  const house = await House.open();
  try {
    const odile = await house.signedIn(browser, 'odile');
    await odile.goto('/songs/import');
    await odile.getByLabel('Files, or a zip of them').setInputFiles([
      { name: 'ropewalk.cho', mimeType: 'text/plain', buffer: Buffer.from('{title: Ropewalk}\n{key: G}\n{sov}\n[G]Round and round the [D]rope is made\n{eov}\n') },
      { name: 'broken.xml', mimeType: 'text/xml', buffer: Buffer.from('<song>') },
    ]);
    await odile.getByRole('button', { name: 'Read them' }).click();
    await odile.waitForURL(/import\/[0-9a-f-]+$/);
    await expect(odile.locator('.import')).toContainText('Ropewalk');
    await expect(odile.locator('.broken')).toContainText('is broken in line');
    await odile.getByRole('button', { name: 'Take 1 song in' }).click();
    await expect(odile.getByRole('heading', { level: 1 })).toHaveText('What came in');
    await odile.goto('/songs?q=ropewalk');
    await odile.getByRole('link', { name: /^Ropewalk/ }).click();
    await odile.getByRole('link', { name: 'Chord sheet' }).click();
    await odile.getByRole('link', { name: 'A♭' }).click();
    await expect(odile.locator('.chord-sheet b').first()).toHaveText('A♭');
  } finally {
    await house.stop();
  }
});
