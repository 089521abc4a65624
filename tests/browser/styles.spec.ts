import { readFileSync } from 'node:fs';
import { expect, House, test } from './house';

async function withHouse(run: (house: House) => Promise<void>): Promise<void> {
  const house = await House.open();
  try {
    await run(house);
  } finally {
    await house.stop();
  }
}

test('a style is made by hand: dragged, nudged, undone, judged, saved, and seen on a running screen', async ({ browser }) => withHouse(async (house) => {
  const { booth, screen } = await house.boothAndScreen(browser);
  await booth.getByRole('button', { name: /^Words/ }).click();
  await booth.keyboard.press('ArrowDown');
  await expect(screen.locator('#leaves .leaf:not(.leaving) .slide-words text').first()).toHaveText('Lift the lantern over water,');
  const key = () => screen.locator('#leaves .leaf:not(.leaving)').getAttribute('data-key');
  const before = await key();

  const maren = await house.signedIn(browser, 'maren');
  await maren.goto('/styles');
  await maren.getByRole('link', { name: 'Harbour dusk', exact: true }).click();
  const left = maren.getByRole('spinbutton', { name: 'From left' }).first();
  const words = maren.getByRole('button', { name: /^Words:/ });
  await expect(left).toHaveValue('120');
  await words.focus();
  await maren.keyboard.press('ArrowRight');
  await maren.keyboard.press('Shift+ArrowRight');
  await expect(left).toHaveValue('131');
  await maren.keyboard.press('Control+z');
  await expect(left).toHaveValue('120');
  await maren.keyboard.press('Control+Shift+z');
  await expect(left).toHaveValue('131');

  // Dragged near the left edge it is caught there.
  const box = (await words.locator('.edge').boundingBox())!;
  const unit = (await maren.locator('.overlay').boundingBox())!.width / 1920;
  await maren.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await maren.mouse.down();
  await maren.mouse.move(box.x + box.width / 2 - 125 * unit, box.y + box.height / 2, { steps: 6 });
  await expect(maren.locator('.caught').first()).toBeAttached();
  await maren.mouse.up();
  await expect(left).toHaveValue('0');

  // Pale on pale is said, and mended by one click.
  await maren.getByLabel('What is worked on').selectOption('Background');
  await maren.getByLabel('Kind').selectOption('one colour');
  await maren.locator('[data-panel=backdrop] [data-path=first]').fill('#d8d8d8');
  await expect(maren.getByText('too little')).toBeVisible();
  await maren.getByRole('button', { name: /^Darken the background by/ }).click();
  await expect(maren.getByText(/: 1, enough/)).toBeVisible();

  // What is wrong is marked where it is.
  await maren.getByLabel('What is worked on').selectOption('Words');
  await maren.getByLabel('At least').fill('300');
  await expect(maren.getByText('The smallest size is larger than the size.')).toBeVisible();
  await expect(maren.getByLabel('At least')).toHaveAttribute('aria-invalid', 'true');
  await maren.getByLabel('At least').fill('60');
  await expect(maren.getByText(/enough/)).toBeVisible();

  await maren.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(maren.getByText(/^Saved\./)).toBeVisible();
  // The running screen is told, at the same words; the booth has not moved.
  await expect(screen.locator('#leaves .leaf:not(.leaving)')).not.toHaveAttribute('data-key', before!);
  await expect(screen.locator('#leaves .leaf:not(.leaving) .slide-words text').first()).toHaveText('Lift the lantern over water,');
  await expect(booth.locator('[aria-current=step]')).toContainText('Lift the lantern');
}));

test('a second language gets a frame of its own, which may not lie over the first', async ({ browser }) => withHouse(async (house) => {
  const maren = await house.signedIn(browser, 'maren');
  await maren.goto('/styles');
  await maren.getByRole('link', { name: 'Two tongues', exact: true }).click();
  await maren.getByLabel('shown with').selectOption('two languages');
  const second = maren.locator('[data-place=SecondWords]').first();
  const baseline = async () => Number(await second.getAttribute('y'));
  await expect(second).toBeVisible();

  await maren.getByLabel('What is worked on').selectOption('Second words');
  await maren.getByLabel('in a frame of its own').check();
  const top = maren.getByRole('spinbutton', { name: 'From top' }).first();
  const begun = Number(await top.inputValue());
  await expect.poll(baseline).toBeGreaterThan(begun);
  await expect(maren.getByRole('button', { name: /^Words:/ })).toHaveAttribute('aria-label', new RegExp(`${begun - 90} high`));

  // Moved up over the first language it is refused; undone, it is right again.
  await maren.getByRole('button', { name: /^Second words:/ }).focus();
  await maren.keyboard.press('Shift+ArrowUp');
  await expect(maren.getByText('The frames of two languages lie over each other.')).toBeVisible();
  await maren.keyboard.press('Control+z');
  await expect(top).toHaveValue(String(begun));
  await expect(maren.getByText('The frames of two languages lie over each other.')).toHaveCount(0);

  // Without it the first frame has its room again.
  await maren.getByLabel('in a frame of its own').uncheck();
  await expect(maren.getByRole('button', { name: /^Second words:/ })).toHaveCount(0);
  await maren.keyboard.press('Control+z');
  await maren.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(maren.getByText(/^Saved\./)).toBeVisible();
  await maren.reload();
  await expect(maren.getByRole('button', { name: /^Second words:/ })).toBeVisible();
}));

test('two people at one style: the later one is asked', async ({ browser, house }) => {
  const maren = await house.signedIn(browser, 'maren');
  await maren.goto('/styles');
  await maren.getByRole('button', { name: 'New style' }).click();
  await maren.waitForURL(/styles\//);
  const other = await house.signedIn(browser, 'maren');
  await other.goto(new URL(maren.url()).pathname);
  for (const [page, size] of [[maren, '90'], [other, '80']] as const) {
    await page.getByLabel('Size', { exact: true }).fill(size);
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    if (page === maren) await expect(page.getByText(/^Saved\./)).toBeVisible();
  }
  await expect(other.getByRole('alert')).toContainText('saved this style while you worked on it');
  await other.getByRole('button', { name: 'Save over it' }).click();
  await expect(other.getByText(/^Saved\./)).toBeVisible();
  await maren.reload();
  await expect(maren.getByLabel('Size', { exact: true })).toHaveValue('80');
});

test('an SVG picture and a film come into a style by what they are', async ({ browser, house }) => {
  const maren = await house.signedIn(browser, 'maren');
  await maren.goto('/styles');
  await maren.getByRole('button', { name: 'New style' }).click();
  await maren.waitForURL(/styles\//);
  await maren.getByLabel('What is worked on').selectOption('Background');
  await maren.getByLabel('Kind').selectOption('picture');
  const bring = maren.locator('[data-panel=backdrop] [data-bring]');
  await bring.setInputFiles({ name: 'cross.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="160" height="90"><script>alert(1)</script><rect width="160" height="90" fill="#204060"/></svg>') });
  await expect(maren.locator('[data-panel=backdrop] [data-path=picture]')).toHaveValue(/-/);
  await expect(maren.locator('.canvas svg.slide image')).toBeVisible();
  const address = (await maren.locator('.canvas svg.slide image').getAttribute('href'))!;
  expect(await maren.evaluate(async (at) => (await fetch(at)).text(), address)).not.toContain('script');

  // A film made here: a second of a canvas that changes.
  const film = await maren.evaluate(async () => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [320, 180];
    const context = canvas.getContext('2d')!;
    const recorder = new MediaRecorder(canvas.captureStream(20), { mimeType: 'video/webm' });
    const parts: Blob[] = [];
    recorder.ondataavailable = (event) => parts.push(event.data);
    const done = new Promise((resolve) => (recorder.onstop = resolve));
    recorder.start();
    for (let i = 0; i < 12; i++) {
      context.fillStyle = `hsl(${i * 30} 60% 40%)`;
      context.fillRect(0, 0, 320, 180);
      await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 50)));
    }
    recorder.stop();
    await done;
    return [...new Uint8Array(await new Blob(parts).arrayBuffer())];
  });
  await bring.setInputFiles({ name: 'waves.webm', mimeType: 'video/webm', buffer: Buffer.from(film) });
  await expect(maren.getByLabel('Kind')).toHaveValue('film');
  const video = maren.locator('.canvas video');
  await expect(video).toHaveJSProperty('muted', true);
  await expect(video).toHaveAttribute('loop', '');
  await bring.setInputFiles({ name: 'page.png', mimeType: 'image/png', buffer: readFileSync(new URL('../../package.json', import.meta.url)) });
  await expect(maren.getByText(/no picture that can be read/)).toBeVisible();
});

test('four screens stay in step, and one whose slide did not change is not touched', async ({ browser }) => withHouse(async (house) => {
  const booth = await house.signedIn(browser, 'tobias');
  await booth.getByRole('link', { name: 'Harvest of the Sea' }).click();
  await booth.getByRole('link', { name: 'Open booth for 11:15' }).click();
  await booth.waitForURL(/booth/);
  const screens = [];
  for (const name of ['Main screen', 'Platform', 'Stream']) {
    const screen = await (await house.visitor(browser)).newPage();
    await screen.goto('/screen');
    await booth.getByLabel(/^Code that/).fill(await screen.locator('#code').innerText());
    await booth.getByLabel('It is the').selectOption(name);
    await booth.getByRole('button', { name: 'Let it in' }).click();
    await screen.locator('#stage[data-show]').waitFor();
    screens.push(screen);
  }
  const [main, platform, stream] = screens as [import('@playwright/test').Page, import('@playwright/test').Page, import('@playwright/test').Page];
  const first = (page: import('@playwright/test').Page) => page.locator('#leaves .leaf:not(.leaving) text[data-place=Words]').first();
  await booth.getByRole('button', { name: /^Words/ }).click();
  await booth.keyboard.press('ArrowDown');
  await expect(first(main)).toHaveText('Lift the lantern over water,');
  await expect(first(stream)).toHaveText('Lift the lantern over water,');
  await expect(main.locator('.leaf:not(.leaving) text[data-place=SecondWords]').first()).toHaveText('Lève la lanterne sur les eaux,');
  await expect(platform.locator('.leaf:not(.leaving) text[data-place=Next]').first()).toHaveText(/deckhand/);
  await expect(platform.locator('.leaf:not(.leaving) text[data-place=Clock]')).toHaveText(/^\d+:\d\d/);
  await expect(platform.locator('.leaf:not(.leaving) text[data-place=SecondWords]')).toHaveCount(0);

  // The stream has a line a slide: it moves, the others stay as they are, the very same elements.
  await main.locator('.leaf:not(.leaving)').evaluate((leaf) => leaf.setAttribute('data-kept', ''));
  await booth.keyboard.press('ArrowDown');
  await expect(first(stream)).toHaveText('call the far boats home;');
  await expect(main.locator('.leaf:not(.leaving)')).toHaveAttribute('data-kept', '');
  await expect(first(main)).toHaveText('Lift the lantern over water,');

  // A jump lands all of them.
  await booth.keyboard.press('r');
  for (const page of screens) await expect(first(page)).toHaveText('Shine, shine, harbour light,');

  // The language is taken away in the plan: the booth and the screens follow, at the same place.
  const maren = await house.signedIn(browser, 'maren');
  await maren.getByRole('link', { name: 'Harvest of the Sea' }).click();
  await maren.getByRole('link', { name: 'Slides' }).click();
  await maren.getByRole('navigation', { name: 'Sittings' }).getByRole('link').nth(1).click();
  await maren.getByRole('button', { name: 'Leave out Français' }).click();
  await expect(main.locator('.leaf:not(.leaving) text[data-place=SecondWords]')).toHaveCount(0);
  await expect(first(main)).toHaveText('Shine, shine, harbour light,');
  await expect(booth.locator('[aria-current=step]')).toContainText('Shine, shine');
}));
