// WCAG 2.2 AA on every main view, on paper and at night.
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './house';

async function check(page: Page, name: string): Promise<void> {
  await page.evaluate(() => document.fonts.ready);
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']).analyze();
  expect(violations.map((violation) => `${name}: ${violation.id} ${violation.nodes.map((node) => node.target.join(' ')).join('; ')}`)).toEqual([]);
}

test('sign-in, songs, song, paste, calendar, service and bin are open to everyone', async ({ browser, house }) => {
  const door = await (await house.visitor(browser)).newPage();
  await door.goto('/sign-in');
  await check(door, 'sign-in');

  const maren = await house.signedIn(browser, 'maren');
  await check(maren, 'today');
  await maren.goto('/songs?q=lantern');
  await check(maren, 'songs');
  await maren.locator('.songs a').first().click();
  await maren.locator('.strip').waitFor();
  await check(maren, 'song');
  const song = maren.url();
  await maren.getByRole('button', { name: /^Edit 1 in/ }).first().click();
  await check(maren, 'song, written in');
  await maren.goto(song);
  await maren.getByRole('link', { name: 'Facts' }).click();
  await maren.locator('.reading select').first().waitFor();
  await check(maren, 'facts');
  for (const page of ['chords', 'history', 'orders', 'wordings/new', 'shelf']) {
    await maren.goto(`${song}/${page}`);
    await check(maren, page);
  }
  for (const page of ['/songs', '/songs/tidy', '/songs/import', '/songs/outside', '/songs/books', '/settings', '/settings/screens', '/styles']) {
    await maren.goto(page);
    await check(maren, page);
  }
  await maren.goto('/songs/tidy');
  await maren.getByRole('link', { name: /^Lantern Over The Water and/ }).click();
  await check(maren, 'merge');
  await maren.goto('/songs/new');
  await maren.getByRole('button', { name: 'Save the song' }).click();
  await maren.locator('#Title-problem').waitFor();
  await check(maren, 'paste, refused');
  await maren.goto('/calendar');
  await check(maren, 'calendar');
  await maren.goto('/calendar/new');
  await check(maren, 'new service');
  await maren.goto('/calendar');
  await maren.getByRole('link', { name: 'Harvest of the Sea' }).or(maren.getByRole('link', { name: 'The three months after' })).first().waitFor();
  await maren.goto('/');
  await maren.getByRole('link', { name: 'Harvest of the Sea' }).click();
  await maren.getByRole('combobox').fill('lantern');
  await maren.locator('#offers [role=option]').first().waitFor();
  await check(maren, 'service');
  await maren.keyboard.press('Escape');
  await maren.getByRole('link', { name: 'Slides' }).click();
  await maren.locator('svg.slide').first().waitFor();
  await check(maren, 'slides');
  await maren.goto('/styles');
  await maren.getByRole('link', { name: 'Lighthouse', exact: true }).click();
  await maren.getByRole('button', { name: /^Words:/ }).waitFor();
  await check(maren, 'style');
  await maren.getByLabel('What is worked on').selectOption('Background');
  await check(maren, 'style, background');
  await maren.goto('/bin');
  await check(maren, 'bin');
});

test('booth and screen are open to everyone at night', async ({ browser, house }) => {
  const { booth, screen } = await house.boothAndScreen(browser);
  await booth.keyboard.press('w');
  await booth.getByRole('button', { name: /^Undertow/ }).click();
  await booth.locator('[aria-current=step]').waitFor();
  await check(booth, 'booth');
  await check(screen, 'screen');
  const waiting = await (await house.visitor(browser)).newPage();
  await waiting.goto('/screen');
  await check(waiting, 'a screen that waits');
});
