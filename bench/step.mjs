// From key to paint: one booth and eight screens, against a bare WebSocket echo and paint, in the same browser.
import { createServer } from 'node:http';
import { chromium } from '@playwright/test';
import { WebSocketServer } from 'ws';

const url = process.env.YMNOS_URL;
const steps = 60;
const screens = Number(process.env.SCREENS ?? 8);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-background-timer-throttling', '--disable-renderer-backgrounding', '--disable-backgrounding-occluded-windows'] });
const middle = (times) => times.sort((a, b) => a - b)[Math.floor(times.length / 2)];
const p95 = (times) => times.sort((a, b) => a - b)[Math.floor(times.length * 0.95)];

// Notes when a change of the watched element has been painted: the first frame after the one that draws it.
const watch = (selector) => {
  window.painted = [];
  new MutationObserver(() => requestAnimationFrame(() => { const port = new MessageChannel(); port.port1.onmessage = () => window.painted.push(performance.timeOrigin + performance.now()); port.port2.postMessage(0); }))
    .observe(document.querySelector(selector), { childList: true, subtree: true, characterData: true });
};
const keys = () => { window.pressed = []; document.addEventListener('keydown', () => window.pressed.push(performance.timeOrigin + performance.now()), true); };

async function measure(booth, all) {
  const times = [];
  for (let i = 0; i < steps; i++) {
    await Promise.all(all.map((page) => page.evaluate(() => { window.painted.length = 0; })));
    await booth.keyboard.press('ArrowDown');
    const pressed = await booth.evaluate(() => window.pressed.at(-1));
    const painted = await Promise.all(all.map((page) => page.waitForFunction(() => window.painted[0], undefined, { polling: 5 }).then((handle) => handle.jsonValue())));
    times.push(...painted.map((at) => at - pressed));
  }
  return times;
}

// The bare one: a key goes to a server, comes back to everyone, a text changes.
const bare = createServer((_, answer) => {
  answer.setHeader('Content-Type', 'text/html');
  answer.end('<!doctype html><body><p id=stage>0</p><script>const socket = new WebSocket("ws://" + location.host); let n = 0; socket.onmessage = ({ data }) => { document.getElementById("stage").textContent = data; }; document.addEventListener("keydown", () => socket.send(String(++n)));</script>');
});
const sockets = new WebSocketServer({ server: bare });
sockets.on('connection', (socket) => socket.on('message', (data) => { for (const client of sockets.clients) client.send(String(data)); }));
await new Promise((resolve) => bare.listen(0, '127.0.0.1', resolve));
const bareUrl = `http://127.0.0.1:${bare.address().port}/`;

const context = async () => browser.newContext({ baseURL: url, viewport: { width: 960, height: 540 }, reducedMotion: 'reduce' });
const barePages = [];
for (let i = 0; i <= screens; i++) {
  const page = await (await context()).newPage();
  await page.goto(bareUrl);
  barePages.push(page);
}
await barePages[0].evaluate(keys);
for (const page of barePages.slice(1)) await page.evaluate(watch, '#stage');
const bareTimes = await measure(barePages[0], barePages.slice(1));
for (const page of barePages) await page.context().close();
sockets.close();
bare.close();

const booth = await (await context()).newPage();
await booth.goto('/sign-in');
await booth.getByLabel('Name').fill('maren');
await booth.getByLabel('Password').fill('lantern-over-water');
await booth.getByRole('button', { name: 'Sign in' }).click();
await booth.waitForURL('/');
await booth.goto('/calendar?month=2031-01-01');
await booth.getByRole('link', { name: 'Forty' }).first().click();
await booth.getByRole('link', { name: 'Open booth' }).click();
await booth.waitForURL(/booth/);
const pages = [];
for (let i = 0; i < screens; i++) {
  const page = await (await context()).newPage();
  await page.goto('/screen');
  await booth.getByLabel(/^Code that/).fill(await page.locator('#code').innerText());
  await booth.getByRole('button', { name: 'Let it in' }).click();
  await page.locator('#stage[data-show]').waitFor();
  pages.push(page);
}
await booth.getByText(`${screens} ${screens === 1 ? "screen" : "screens"} in step`).waitFor();
await booth.keyboard.press('w');
await booth.keyboard.press('ArrowDown');
await booth.getByText(`${screens} ${screens === 1 ? "screen" : "screens"} in step`).waitFor();
await booth.evaluate(keys);
for (const page of pages) await page.evaluate(watch, '#leaves');
const times = await measure(booth, pages);
const fixed = (number) => number.toFixed(1);
console.log(`${steps} steps, 1 booth, ${screens} ${screens === 1 ? "screen" : "screens"}`);
console.log(`Ymnos      median ${fixed(middle(times))} ms, p95 ${fixed(p95(times))} ms`);
console.log(`bare echo  median ${fixed(middle(bareTimes))} ms, p95 ${fixed(p95(bareTimes))} ms`);
console.log(`over the bare echo: median ${fixed(middle(times) - middle(bareTimes))} ms, p95 ${fixed(p95(times) - p95(bareTimes))} ms`);
await browser.close();
