import { expect, test } from './house';

test('painted and measured widths agree within half a per cent, and no line leaves its frame', async ({ browser, house }) => {
  const { screen } = await house.boothAndScreen(browser);
  const measured = await screen.evaluate(async () => {
    const answer = await fetch('/screen?handler=Slides');
    const holder = document.createElement('div');
    holder.style.cssText = 'position:fixed;inset:0';
    holder.innerHTML = await answer.text();
    document.body.append(holder);
    await Promise.all(['slide-sans-600', 'slide-sans-400'].map((face) => document.fonts.load(`20px ${face}`)));
    return [...holder.querySelectorAll('text')].map((row) => {
      const text = row as SVGTextElement;
      const box = text.getBBox();
      return { text: text.textContent, painted: text.getComputedTextLength(), measured: Number(text.dataset.width), left: box.x, right: box.x + box.width };
    });
  });

  expect(measured.length).toBeGreaterThan(60);
  for (const row of measured) {
    expect(Math.abs(row.painted / row.measured - 1), `${row.text}: painted ${row.painted}, measured ${row.measured}`).toBeLessThan(0.005);
    expect(row.left).toBeGreaterThan(118);
    expect(row.right).toBeLessThan(1802);
  }
});

test('a slide is painted in the very font it was measured with', async ({ browser, house }) => {
  const { screen } = await house.boothAndScreen(browser);
  const faces = await screen.evaluate(() => document.fonts.ready.then((all) => [...all].filter((face) => face.status === 'loaded').map((face) => face.family)));
  expect(faces).toEqual(expect.arrayContaining(['slide-sans-600', 'slide-sans-400']));
});
