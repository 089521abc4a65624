// One picture of each main view, 1280 × 800, into docs/screenshots.
import { mkdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';

const out = process.env.PICTURES ?? join(dirname(fileURLToPath(import.meta.url)), '../docs/screenshots');
mkdirSync(out, { recursive: true });
const wanted = process.argv.slice(2);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const open = async () => {
  const context = await browser.newContext({ baseURL: process.env.YMNOS_URL, viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
  return context.newPage();
};
const take = async (page, name) => {
  if (wanted.length && !wanted.includes(name)) return;
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: join(out, `${name}.png`), caret: 'initial' });
};

const page = await open();
for (let tries = 0; ; tries++) {
  try {
    await page.goto('/sign-in');
    break;
  } catch (error) {
    if (tries > 200) throw error;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}
await take(page, 'sign-in');
await page.getByLabel('Name').fill('maren');
await page.getByLabel('Password').fill('lantern-over-water');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.waitForURL('/');
await take(page, 'today');

await page.goto('/songs');
const line = page.getByRole('searchbox');
await line.fill('lantren water');
await page.locator('.songs mark').first().waitFor();
await take(page, 'songs');
await page.getByRole('link', { name: /Lantern over Water/ }).click();
await page.waitForURL(/songs\/[0-9a-f-]+$/);
await take(page, 'song');

await page.goto('/songs/new');
await page.getByLabel(/^Words as you/).fill(`The Net Came Up Heavy

1. All night on the water and nothing to show,
our arms like wet rope and the lanterns burned low;
then one on the shingle, as morning came grey,
said, “Out to the deep again, neighbour, away.”

Chorus x2
And the net came up heavy, the net came up bright,
with more than we worked for the whole of the night;
there’s room in the boat and there’s work on the quay:
O Lord of the morning, go fishing with me.

2. I said, “Leave me, Master, I’m weed and I’m rust”;
he laughed and he lifted me out of the dust:
“Don’t fear what you were by the dark of the sea;
get up from the fish-scales and come after me.”

Chorus

Words: Bram Oduya. Music: Odile Tranter
© 2020 Gannet & Vane`);
await page.locator('.reading .section').first().waitFor();
await page.locator('.reading select').nth(3).waitFor();
await take(page, 'paste');

await page.goto('/calendar');
await take(page, 'calendar');
await page.getByRole('link', { name: 'Harvest of the Sea' }).click();
await page.waitForURL(/calendar\/[0-9a-f-]+$/);
await page.locator('[data-line]', { hasText: 'Psalm 121' }).focus();
await page.getByRole('combobox').fill('headland');
await page.locator('#offers [role=option]').first().waitFor();
await take(page, 'service');

await page.getByRole('link', { name: /Open booth for 9:30/ }).click();
await page.waitForURL(/booth/);
const screen = await open();
await screen.goto('/screen');
await take(screen, 'pairing');
const code = await screen.locator('#code').textContent();
await page.getByLabel(/^Code that/).fill(code);
await page.getByRole('button', { name: 'Let it in' }).click();
await page.getByText('1 screen in step').waitFor();
await page.locator('body').click({ position: { x: 600, y: 700 } });
await page.keyboard.press('w');
await page.getByRole('button', { name: /^Lantern over Water/ }).click();
await page.locator('[data-leaf]:visible').filter({ hasText: 'Lift the lantern' }).waitFor();
await page.keyboard.press('2');
await page.locator('[aria-current=step]', { hasText: 'When the gale' }).waitFor();
await page.getByText('1 screen in step').waitFor();
await take(page, 'booth');
await screen.locator('#leaves text', { hasText: 'When the gale' }).first().waitFor();
await take(screen, 'screen');
await browser.close();
