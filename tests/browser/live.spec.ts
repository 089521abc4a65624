import { expect, House, rowsOn, test } from './house';

test('a screen keeps its slide when the server goes away and shows the right one when it is back', async ({ browser }) => {
  const house = await House.open();
  try {
    const { booth, screen } = await house.boothAndScreen(browser);
    await booth.keyboard.press('w');
    await booth.keyboard.press('ArrowDown');
    await expect(rowsOn(screen).first()).toHaveText('Lift the lantern over water,');

    await house.stop();
    await expect(booth.locator('#away')).toContainText('The server does not answer');
    await expect(screen.locator('#stage')).toHaveAttribute('data-away', '');
    await expect(rowsOn(screen).first()).toHaveText('Lift the lantern over water,');

    await house.start();
    await expect(booth.locator('#away')).toBeEmpty({ timeout: 20_000 });
    await expect(screen.locator('#stage')).not.toHaveAttribute('data-away', { timeout: 20_000 });
    await booth.keyboard.press('r');
    await expect(rowsOn(screen).first()).toHaveText('Shine, shine, harbour light,');
  } finally {
    await house.stop();
  }
});

test('a screen that is loaded anew shows the slide that is up at once, before any script', async ({ browser, house }) => {
  const { booth, screen } = await house.boothAndScreen(browser);
  await booth.keyboard.press('w');
  await booth.getByRole('button', { name: /^Go Out with the Tide/ }).click();
  await booth.keyboard.press('r');
  await expect(rowsOn(screen).first()).toHaveText(/^And the Love/);

  const withoutScripts = await house.visitor(browser, { javaScriptEnabled: false, storageState: await screen.context().storageState() });
  const again = await withoutScripts.newPage();
  await again.goto('/screen');
  await expect(again.locator('#leaves text').first()).toHaveText(/^And the Love/);
});

test('two booths stay in step', async ({ browser }) => {
  const house = await House.open();
  try {
    const { booth } = await house.boothAndScreen(browser);
    const other = await house.signedIn(browser, 'ines');
    await other.goto(booth.url());
    await booth.keyboard.press('ArrowDown');
    await booth.keyboard.press('2');
    await expect(other.locator('[aria-current=step]')).toContainText('When the gale');
    await other.keyboard.press('k');
    await expect(booth.locator('#on-screen')).toHaveAttribute('data-curtain', 'crest');
  } finally {
    await house.stop();
  }
});

test('an edit of a song in a running service reaches the screen and keeps its place', async ({ browser }) => {
  const house = await House.open();
  try {
    const { booth, screen } = await house.boothAndScreen(browser);
    await booth.keyboard.press('w');
    await booth.keyboard.press('ArrowDown');
    await booth.keyboard.press('2');
    await expect(rowsOn(screen).first()).toHaveText('When the gale is on the headland');

    const maren = await house.signedIn(browser, 'maren');
    await maren.goto('/songs?q=lantern over water');
    await maren.locator('.songs a').first().click();
    await maren.getByRole('link', { name: 'Facts' }).click();
    const box = maren.getByLabel(/^Words as you/);
    await box.fill((await box.inputValue()).replace('on the headland', 'off the headland'));
    await maren.getByRole('button', { name: 'Save the song' }).click();
    await expect(rowsOn(screen).first()).toHaveText('When the gale is off the headland');
    await expect(booth.locator('[aria-current=step]')).toContainText('off the headland');
  } finally {
    await house.stop();
  }
});

test('the fade is what was set, and none where motion is not wanted', async ({ browser }) => {
  const house = await House.open();
  try {
    const { booth, screen } = await house.boothAndScreen(browser);
    await booth.getByLabel('fade').fill('1.5');
    await booth.getByLabel('fade').press('Tab');
    await booth.locator('body').click({ position: { x: 600, y: 720 } });
    await booth.keyboard.press('w');
    await booth.keyboard.press('ArrowDown');
    await expect(screen.locator('#leaves .leaf:not(.leaving)')).toHaveCSS('transition-duration', '1.5s');
    await screen.emulateMedia({ reducedMotion: 'reduce' });
    await booth.keyboard.press('ArrowDown');
    await expect(screen.locator('#leaves .leaf')).toHaveCount(1);
    await expect(screen.locator('#leaves .leaf')).toHaveCSS('transition-duration', '0s');
    await expect(screen.locator('body')).toHaveCSS('cursor', 'none');
  } finally {
    await house.stop();
  }
});
