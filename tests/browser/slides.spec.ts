import { type Page } from '@playwright/test';
import { dice } from './dice';
import { expect, test } from './house';

/** What stands on a page's slides, as painted and as measured. */
const measure = (page: Page) => page.evaluate(async () => {
  await Promise.all([...new Set([...document.querySelectorAll('svg.slide tspan')].map((run) => run.getAttribute('font-family')!))].map((face) => document.fonts.load(`20px ${face}`)));
  await document.fonts.ready;
  return [...document.querySelectorAll<SVGTextElement>('svg.slide text[data-place]:not([data-place=Clock])')].map((row) => {
    // The picture may be small: its own units are asked for.
    const boxes = [...row.querySelectorAll('tspan')].map((run) => (run as SVGTSpanElement).getComputedTextLength());
    const box = row.getBBox();
    return { text: row.textContent, painted: boxes.reduce((sum, width) => sum + width, 0), measured: Number(row.dataset.width), left: box.x, right: box.x + box.width, at: Number(row.dataset.left), place: row.dataset.place };
  });
});

test('painted and measured widths agree within half a per cent, and no line leaves its frame', async ({ browser, house }) => {
  const maren = await house.signedIn(browser, 'maren');
  await maren.getByRole('link', { name: 'Harvest of the Sea' }).click();
  await maren.getByRole('link', { name: 'Slides' }).click();
  await maren.getByRole('navigation', { name: 'Sittings' }).getByRole('link').nth(1).click();
  await maren.locator('svg.slide').first().waitFor();
  const rows = await measure(maren);

  expect(rows.length).toBeGreaterThan(100);
  for (const row of rows) {
    expect(Math.abs(row.painted / row.measured - 1), `${row.text}: painted ${row.painted}, measured ${row.measured}`).toBeLessThan(0.005);
    expect(row.left).toBeGreaterThan(118);
    expect(row.right).toBeLessThan(1802);
  }
});

test('whatever the style, three hundred slides drawn at random keep every line in its frame', async ({ browser, house }) => {
  test.slow();
  const maren = await house.signedIn(browser, 'maren');
  await maren.goto('/styles');
  await maren.getByRole('link', { name: 'Two tongues', exact: true }).click();
  await maren.locator('.style-desk').waitFor();
  const look = await maren.locator('.style-desk').evaluate((desk) => JSON.parse((desk as HTMLElement).dataset.look!));
  const roll = dice(1911);
  type Place = { x: number; y: number; width: number; height: number };
  const drawn: { look: string; face: string; sample: string; first: Place; others: Place }[] = [];
  for (let i = 0; i < 300; i++) {
    const made = structuredClone(look);
    const face = ['full', 'lowerThird', 'platform'][roll(3)]!;
    const of = made[face];
    const whole = { x: roll(300), y: 100 + roll(100), width: 900 + roll(700), height: 420 + roll(300) };
    const half = { ...whole, height: Math.floor(whole.height / 2) };
    const under = { ...half, y: half.y + half.height, x: whole.x + roll(60), width: whole.width - 60 };
    const divided = roll(2) === 0;
    of.words.place = divided ? half : whole;
    of.words.padding = roll(30);
    of.words.across = ['start', 'centre', 'end'][roll(3)];
    of.words.down = ['top', 'middle', 'bottom'][roll(3)];
    of.words.type = { ...of.words.type, size: 40 + roll(90), smallestSize: 24 + roll(16), family: ['sans', 'serif', 'book', 'narrow'][roll(4)], capitals: roll(3) === 0, italic: roll(3) === 0 };
    for (const more of of.moreWords) Object.assign(more, { size: 40 + roll(50), smallestSize: 24 + roll(16), family: ['sans', 'serif', 'book', 'narrow'][roll(4)] });
    of.languages = ['lineByLine', 'blockByBlock', 'sideBySide'][roll(3)];
    of.mostRows = 1 + roll(8);
    of.morePlaces = [divided ? { place: under, across: ['start', 'centre', 'end'][roll(3)], down: 'top', padding: roll(20), plate: { colour: '#000000', opacity: 0.5, radius: 8 } } : null, null, null];
    const sample = ['short', 'long', 'two', 'three', 'four', 'passage'][roll(6)]!;
    // The words of one language alone have the room of all.
    const shared = divided && ['two', 'three', 'four'].includes(sample);
    drawn.push({ look: JSON.stringify(made), face, sample, first: shared ? half : whole, others: shared ? under : whole });
  }
  const left = await maren.evaluate(async (all) => {
    const token = document.querySelector<HTMLMetaElement>('meta[name=ymnos-token]')!.content;
    const out: string[] = [];
    const holder = document.createElement('div');
    document.body.append(holder);
    for (const one of all) {
      const form = new FormData();
      for (const [name, value] of Object.entries({ look: one.look, face: one.face, sample: one.sample })) form.set(name, value);
      const answer = await fetch(`${location.pathname}?handler=Sample`, { method: 'POST', body: form, headers: { 'X-Ymnos-Token': token } });
      holder.innerHTML = await answer.text();
      if (!holder.querySelector('svg.slide')) out.push(`${one.sample}: ${holder.textContent?.trim()}`);
      await Promise.all([...new Set([...holder.querySelectorAll('tspan')].map((run) => run.getAttribute('font-family')!))].map((face) => document.fonts.load(`20px ${face}`)));
      for (const row of holder.querySelectorAll<SVGTextElement>('text[data-place$=ords]:not([data-place=Chords])')) {
        const { x, y, width, height } = row.dataset.place === 'Words' ? one.first : one.others;
        const runs = [...row.querySelectorAll('tspan')].map((run) => {
          const [begins, length] = [Number(run.getAttribute('x')), run.getComputedTextLength()];
          return getComputedStyle(run).direction === 'rtl' ? [begins - length, begins] as const : [begins, begins + length] as const;
        });
        const [from, to] = [Math.min(...runs.map(([start]) => start)), Math.max(...runs.map(([, end]) => end))];
        const box = row.getBBox();
        // A browser's box is as high as the typeface may draw, so the height is looked at by the baseline; across, slanted
        // and swung letters reach a little beyond what they advance.
        const baseline = Number(row.getAttribute('y'));
        const size = Number(row.getAttribute('font-size'));
        if (from < x - 1 || to > x + width + 1 || box.x < x - size * 0.1 || box.x + box.width > x + width + size * 0.1
          || baseline - size * 0.7 < y - 2 || baseline + size * 0.2 > y + height + 2)
          out.push(`${one.sample} ${row.textContent}: ${from} to ${to}, ${baseline} in ${x} ${y} ${width} ${height}`);
      }
    }
    return out;
  }, drawn);
  expect(left).toEqual([]);
});

test('a slide is painted alike by the browser and as PNG', async ({ browser, house }) => {
  const page = await house.signedIn(browser, 'maren', { viewport: { width: 1920, height: 1080 }, deviceScaleFactor: 1 });
  await page.getByRole('link', { name: 'Harvest of the Sea' }).click();
  await page.getByRole('link', { name: 'Slides' }).click();
  // Two languages, and a picture behind them.
  await page.getByRole('navigation', { name: 'Sittings' }).getByRole('link').nth(1).click();
  await page.getByLabel('Its songs').selectOption({ label: 'Lighthouse' });
  await page.getByText('Lighthouse, from songs in this service').first().waitFor();
  const figure = page.locator('.slides figure').nth(1);
  const png = await page.evaluate(async (address) => [...new Uint8Array(await (await fetch(address)).arrayBuffer())], (await figure.getByRole('link', { name: /as a picture/ }).getAttribute('href'))!);
  await figure.locator('svg').evaluate(async (svg) => {
    document.body.replaceChildren(svg);
    (svg as SVGElement).setAttribute('width', '1920');
    document.body.className = 'screen';
    Object.assign((svg as SVGElement).style, { position: 'fixed', inset: '0', width: '1920px', height: '1080px' });
    await Promise.all([...new Set([...svg.querySelectorAll('tspan')].map((run) => run.getAttribute('font-family')!))].map((face) => document.fonts.load(`20px ${face}`)));
    await document.fonts.ready;
  });
  const shot = [...(await page.screenshot())];
  const { mean, off } = await page.evaluate(async ({ png, shot }) => {
    const pixels = async (bytes: number[]) => {
      const bitmap = await createImageBitmap(new Blob([new Uint8Array(bytes)], { type: 'image/png' }));
      const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
      const context = canvas.getContext('2d')!;
      context.drawImage(bitmap, 0, 0);
      return { width: bitmap.width, height: bitmap.height, data: context.getImageData(0, 0, bitmap.width, bitmap.height).data };
    };
    const [one, other] = [await pixels(png), await pixels(shot)];
    if (one.width !== other.width || one.height !== other.height) return { mean: 999, off: 1 };
    let [sum, off] = [0, 0];
    for (let i = 0; i < one.data.length; i += 4) {
      const by = (Math.abs(one.data[i]! - other.data[i]!) + Math.abs(one.data[i + 1]! - other.data[i + 1]!) + Math.abs(one.data[i + 2]! - other.data[i + 2]!)) / 3;
      sum += by;
      if (by > 48) off++;
    }
    return { mean: sum / (one.data.length / 4), off: off / (one.data.length / 4) };
  }, { png, shot });
  // Edges of letters are smoothed a little differently; nothing is elsewhere.
  expect(mean).toBeLessThan(1.5);
  expect(off).toBeLessThan(0.004);
});

test('a slide is painted in the very font it was measured with', async ({ browser, house }) => {
  const { screen } = await house.boothAndScreen(browser);
  const faces = await screen.evaluate(() => document.fonts.ready.then((all) => [...all].filter((face) => face.status === 'loaded').map((face) => face.family)));
  expect(faces).toEqual(expect.arrayContaining(['slide-sans-600', 'slide-sans-400']));
});
