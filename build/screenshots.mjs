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

await page.goto('/songs?q=shelf:main%20lacks:fr');
await page.getByRole('searchbox').fill('sea shelf:main lacks:fr');
await page.locator('.songs mark').first().waitFor();
await take(page, 'songs');
await page.goto('/songs?q=lantern over water');
await page.getByRole('link', { name: /^Lantern over Water/ }).click();
await page.waitForURL(/songs\/[0-9a-f-]+$/);
const song = page.url();
await page.locator('[data-cell][data-mark="2"][data-wording="1"]').first().click();
await page.getByLabel('Verse 2 in Français, a line a line').fill('Quand le vent bat sur la pointe\net noie les étoiles,\ntiens la flamme droite et sainte,\nque rentrent les voiles.');
await page.keyboard.press('Control+Enter');
await page.getByText('tiens la flamme droite et sainte').first().waitFor();
await page.mouse.move(5, 600);
await take(page, 'song');
await page.goto(`${song}/chords?capo=1`);
await take(page, 'chords');
await page.goto('/songs/tidy');
await take(page, 'tidy');
await page.getByRole('link', { name: /^Lantern Over The Water and/ }).click();
await page.waitForURL(/merge/);
await take(page, 'merge');
await page.goto('/songs/import');
await page.getByLabel('Files, or a zip of them').setInputFiles([
  ['ropewalk.cho', '{title: Ropewalk}\n{key: G}\n{start_of_verse}\n[G]Round and round the rope is made,\n[D]strand by strand and unafraid\n{end_of_verse}\n{comment: slowly}\n{start_of_chorus}\nRound and round\n{end_of_chorus}'],
  ['undertow.txt', 'Title: The Undertow\n\nDeeper than the drag that takes me, under every wave that breaks me,\nlower than the fear that shakes me, there you hold me still.'],
  ['cantique.xml', '<song xmlns="http://openlyrics.info/namespace/2009/song" version="0.9"><properties><titles><title lang="fr">Cantique du phare</title></titles><authors><author type="words">Yves Morvan</author></authors><copyright>© 2016 Gannet &amp; Vane</copyright><transposition>2</transposition><verseOrder>v1 c v1</verseOrder></properties><lyrics><verse name="v1"><lines>Toi qui veilles quand tout s’endort,<br/>phare debout dans la tempête</lines></verse><verse name="c"><lines>Lumière, ô lumière des eaux</lines></verse></lyrics></song>'],
  ['broken.xml', '<song><properties>'],
].map(([name, text]) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(text) })));
await page.getByRole('button', { name: 'Read them' }).click();
await page.waitForURL(/import\/[0-9a-f-]+$/);
await take(page, 'import');

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

await page.keyboard.press('Escape');
await page.getByRole('link', { name: 'Slides' }).click();
const eleven = page.getByRole('navigation', { name: 'Sittings' }).getByRole('link').nth(1);
await eleven.click();
await page.getByText('2 slides').or(page.locator('svg.slide')).first().waitFor();
const slides = page.url();
const lantern = page.locator('.sheet > section', { hasText: 'Lantern over Water' });
await lantern.evaluate((section) => section.scrollIntoView());
await take(page, 'slides');

await page.goto('/styles');
await take(page, 'styles');
const edit = async (name) => {
  await page.goto('/styles');
  await page.getByRole('link', { name, exact: true }).click();
  await page.getByRole('button', { name: /^Words:/ }).waitFor();
};
await edit('Lighthouse');
await take(page, 'style');
await edit('Signal bar');
await page.getByRole('tab', { name: 'Lower third' }).click();
await page.getByLabel('shown with').selectOption('two languages');
await page.locator('.canvas text[data-place=SecondWords]').first().waitFor();
await take(page, 'lower-third');

await page.goto('/calendar');
await page.getByRole('link', { name: 'Harvest of the Sea' }).click();
await page.getByRole('link', { name: /Open booth for 9:30/ }).click();
await page.waitForURL(/booth/);
const screen = await open();
await screen.goto('/screen');
const platform = await open();
await platform.goto('/screen');
for (const [browserPage, name] of [[screen, 'Main screen'], [platform, 'Platform']]) {
  await page.getByLabel(/^Code that/).fill(await browserPage.locator('#code').textContent());
  await page.getByLabel('It is the').selectOption(name);
  await page.getByRole('button', { name: 'Let it in' }).click();
  await browserPage.locator('#stage[data-show]').waitFor();
}
await page.getByText('2 screens in step').waitFor();
await page.locator('body').click({ position: { x: 600, y: 700 } });
await page.keyboard.press('w');
await page.getByRole('button', { name: /^Lantern over Water/ }).click();
await page.locator('[data-leaf]:visible').filter({ hasText: 'Lift the lantern' }).waitFor();
await page.keyboard.press('2');
await page.locator('[aria-current=step]', { hasText: 'When the gale' }).waitFor();
await page.getByText('2 screens in step').waitFor();
await take(page, 'booth');
await screen.locator('#leaves text', { hasText: 'When the gale' }).first().waitFor();
await take(screen, 'screen');
await page.keyboard.press('1');
await platform.locator('#leaves text', { hasText: 'Lift the lantern' }).first().waitFor();
await take(platform, 'platform');

await page.goto(slides);
for (const language of ['English', 'Français']) await page.getByRole('button', { name: `Leave out ${language}` }).click();
await page.getByRole('button', { name: /فارسی/ }).click();
await page.getByRole('button', { name: 'Leave out فارسی' }).waitFor();
await lantern.evaluate((section) => section.scrollIntoView());
await take(page, 'right-to-left');
await browser.close();
