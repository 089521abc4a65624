// The main screen: shows what it is told, fades, and keeps the last slide up when the server is away.
import { Line, type News } from '../../assets/live';

const stage = document.getElementById('stage')!;
const reducedMotion = window.matchMedia('(prefers-reduced-motion: reduce)');
const slides = new Map<number, string>();
let shown = { step: Number(stage.dataset.step), show: stage.dataset.show ?? '' };
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
  for (const slide of holder.content.querySelectorAll<HTMLElement>('[data-step]')) slides.set(Number(slide.dataset.step), slide.innerHTML);
  loaded = holder.content.querySelector<HTMLElement>('[data-show]')?.dataset.show ?? hash;
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
  const svg = slides.get(news.step);
  if (svg !== undefined && (news.step !== shown.step || news.show !== shown.show)) {
    shown = { step: news.step, show: news.show };
    stage.dataset.step = String(news.step);
    // A slide that did not change is left alone.
    if (svg !== before?.dataset.svg) change(svg, before);
  }
  await tell();
}

function change(svg: string, before: HTMLElement | null): void {
  const leaf = document.createElement('div');
  leaf.className = 'leaf coming';
  leaf.dataset.svg = svg;
  leaf.innerHTML = svg;
  stage.querySelectorAll('.leaving').forEach((old) => old.remove());
  before?.classList.add('leaving');
  stage.querySelector('#leaves')!.append(leaf);
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

// Fonts first: a slide is never painted in another face than the one it was measured in.
await Promise.all(['slide-sans-600', 'slide-sans-400'].map((face) => document.fonts.load(`20px ${face}`)));
await line.open();
