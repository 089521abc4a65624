// A screen: shows what it is told, fades, and keeps the last slide up when the server is away.
import { Line, type News } from '../../assets/live';

const stage = document.getElementById('stage')!;
const reducedMotion = window.matchMedia('(prefers-reduced-motion: reduce)');
const slides = new Map<string, string>();
let keys: string[] = [];
let loaded = '';
let fetching: Promise<void> | undefined;

const line = new Line('', (news) => void show(news), (connected) => stage.toggleAttribute('data-away', !connected));
line.hub.on('turned', () => location.reload());
line.hub.on('rollCall', () => void tell());
let version = -1;

async function load(hash: string): Promise<void> {
  const answer = await fetch(`/screen?handler=Slides&show=${hash}`);
  if (!answer.ok) throw new Error();
  const holder = document.createElement('template');
  holder.innerHTML = await answer.text();
  slides.clear();
  for (const slide of holder.content.querySelectorAll<HTMLElement>('[data-slide]')) slides.set(slide.dataset.slide!, slide.innerHTML);
  const list = holder.content.querySelector<HTMLElement>('[data-show]');
  keys = list?.dataset.keys?.split(' ') ?? [];
  loaded = list?.dataset.show ?? hash;
  await fontsOf([...slides.values()].join(''));
}

async function show(news: News): Promise<void> {
  version = news.version;
  if (loaded !== news.show) {
    fetching ??= load(news.show).finally(() => (fetching = undefined));
    try {
      await fetching;
    } catch {
      // The slide that is up stays up; the next word from the server tries again.
      return;
    }
    if (news.version < version) return;
  }
  stage.style.setProperty('--fade', `${reducedMotion.matches ? 0 : news.fadeMilliseconds}ms`);
  stage.dataset.curtain = news.curtain;
  const before = stage.querySelector<HTMLElement>('.leaf:not(.leaving)');
  const key = keys[news.step];
  const svg = key === undefined ? undefined : slides.get(key);
  if (key !== undefined && svg !== undefined) {
    stage.dataset.step = String(news.step);
    // A slide that did not change is left alone.
    if (key !== before?.dataset.key) change(key, svg, before);
  }
  await tell();
}

function change(key: string, svg: string, before: HTMLElement | null): void {
  const leaf = document.createElement('div');
  leaf.className = 'leaf coming';
  leaf.dataset.key = key;
  leaf.innerHTML = svg;
  // Markup from the server does not start a film by itself in every browser.
  for (const film of leaf.querySelectorAll('video')) {
    film.muted = true;
    void film.play().catch(() => {});
  }
  stage.querySelectorAll('.leaving').forEach((old) => old.remove());
  before?.classList.add('leaving');
  stage.querySelector('#leaves')!.append(leaf);
  tick();
  // The first frame has to see it transparent for the fade to start.
  void leaf.offsetWidth;
  leaf.classList.remove('coming');
  const gone = () => before?.remove();
  if (parseFloat(getComputedStyle(leaf).transitionDuration) === 0) gone();
  else leaf.addEventListener('transitionend', gone, { once: true });
}

async function tell(): Promise<void> {
  if (line.isOpen && version >= 0) await line.hub.send('Shown', version);
}

// A code that nobody typed in gives way to a new one.
if (stage.classList.contains('waits')) window.setInterval(() => location.reload(), 14 * 60_000);

document.addEventListener('click', () => {
  if (!document.fullscreenElement) void document.documentElement.requestFullscreen?.().catch(() => {});
});

/** Fonts first: a slide is never painted in another face than the one it was measured in. */
async function fontsOf(svg: string): Promise<void> {
  const faces = new Set([...svg.matchAll(/font-family="([^"]+)"/g)].map((found) => found[1]));
  await Promise.all([...faces].map((face) => document.fonts.load(`20px ${face}`)));
}

// The clock and the time that is left, on screens whose style has a place for them.
const offset = Number(stage.dataset.now) - Date.now();

function tick(): void {
  const places = stage.querySelectorAll('[data-place="Clock"] tspan');
  if (places.length === 0 || !stage.dataset.zone) return;
  const now = stage.dataset.stands ? Number(stage.dataset.now) : Date.now() + offset;
  const time = stage.dataset.stands || new Date(now).toLocaleTimeString('en-GB', { timeZone: stage.dataset.zone, hour: 'numeric', minute: '2-digit' });
  const left = Math.ceil((Number(stage.dataset.ends) - now) / 60_000);
  const rest = left > 180 || left < -180 ? '' : left >= 0 ? ` · ${left} min left` : ` · ${-left} min over`;
  for (const place of places) if (place.textContent !== time + rest) place.textContent = time + rest;
}

window.setInterval(tick, 1000);
tick();
await fontsOf(stage.innerHTML);
await line.open();
