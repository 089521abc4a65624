// The booth moves along steps that the server computed: it sends keys and shows where things stand.
import { Line, type News } from '../../assets/live';

const booth = document.getElementById('booth')!;
const sitting = booth.dataset.sitting!;
const jumpPause = 700;

const all = <T extends Element = HTMLElement>(selector: string) => [...booth.querySelectorAll<T>(selector)];
const one = <T extends Element = HTMLElement>(selector: string) => booth.querySelector<T>(selector)!;

let news: News | undefined;
const screens = new Map<string, number>();
let typed = '';
let typedAt = 0;

const line = new Line(`?sitting=${sitting}`, heard, (connected) => {
  booth.toggleAttribute('data-away', !connected);
  one('#away').textContent = connected ? '' : 'The server does not answer. The screens keep what they show; this page tries again by itself.';
  if (connected) void rollCall();
});

line.hub.on('shown', (screen: string, version: number) => {
  screens.set(screen, version);
  countScreens();
});

async function rollCall(): Promise<void> {
  screens.clear();
  countScreens();
  await line.hub.send('RollCall');
}

function countScreens(): void {
  const behind = [...screens.values()].filter((version) => news && version < news.version).length;
  const count = screens.size;
  const words = count === 0 ? 'no screen yet' : count === 1 ? '1 screen' : `${count} screens`;
  const state = one('#screens');
  state.textContent = count === 0 ? words : behind === 0 ? `${words} in step` : `${behind} of ${words} behind`;
  state.dataset.state = count === 0 ? 'none' : behind === 0 ? 'well' : 'behind';
}

function heard(told: News): void {
  if (news && news.show !== told.show) {
    news = told;
    void printAnew();
    return;
  }
  const before = news;
  news = told;
  // First what the eye is on; what was like this before is left alone.
  if (before?.step !== told.step) {
    pictures(told.step);
    stepUp(told.step, before?.step);
  }
  one('#on-screen').dataset.curtain = told.curtain;
  one('#over').textContent = { words: 'words over picture', picture: 'picture only', dark: 'dark', crest: 'crest' }[told.curtain] ?? '';
  for (const button of all<HTMLButtonElement>('[data-curtain-key]')) button.setAttribute('aria-pressed', String(button.value === told.curtain));
  const fade = one<HTMLInputElement>('#fade');
  if (document.activeElement !== fade) fade.value = (told.fadeMilliseconds / 1000).toFixed(1);
  countScreens();
}

let steps = all('[data-leaf] [data-step]');
let leaves = all('[data-leaf]');
let rows = all('[data-entry-row]');

/** The plan was changed: what is printed from it is fetched anew, and stands at the place the server has kept. */
async function printAnew(): Promise<void> {
  const answer = await fetch(location.href);
  if (!answer.ok) return location.reload();
  const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
  for (const part of ['.booth-order', '.booth-leaf', '#slides', '#other-screens']) {
    const [old, fresh] = [document.querySelector(part), page.querySelector(part)];
    // Screens were added or taken away, or the page is another one: then all of it changes.
    if (!old !== !fresh) return location.reload();
    if (old && fresh) old.replaceWith(document.adoptNode(fresh));
  }
  [steps, leaves, rows] = [all('[data-leaf] [data-step]'), all('[data-leaf]'), all('[data-entry-row]')];
  const told = news;
  news = undefined;
  if (told) heard(told);
}

function stepUp(step: number, before: number | undefined): void {
  const up = steps[step];
  const entry = up?.dataset.entry;
  const entryBefore = before === undefined ? undefined : steps[before]?.dataset.entry;
  if (before !== undefined) {
    steps[before]?.removeAttribute('aria-current');
    steps[before + 1]?.removeAttribute('data-next');
  }
  up?.setAttribute('aria-current', 'step');
  steps[step + 1]?.setAttribute('data-next', '');
  if (entry !== entryBefore) {
    for (const leaf of leaves) leaf.hidden = leaf.dataset.leaf !== entry;
    for (const row of rows) {
      if (row.dataset.entryRow === entry) row.setAttribute('aria-current', 'true');
      else row.removeAttribute('aria-current');
      row.toggleAttribute('data-past', Number(row.dataset.entryRow) < Number(entry));
    }
    rows[Number(entry)]?.scrollIntoView({ block: 'nearest' });
  }
  for (const mark of leaves[Number(entry)]?.querySelectorAll<HTMLElement>('[data-from]') ?? []) {
    const [from, to] = [Number(mark.dataset.from), Number(mark.dataset.to)];
    mark.toggleAttribute('data-up', step >= from && step < to);
    mark.toggleAttribute('data-past', step >= to);
  }
  one('#spoken').textContent = up?.dataset.spoken ?? '';
  up?.scrollIntoView({ block: 'nearest' });
}

const main = Number(booth.dataset.main);

function pictures(step: number): void {
  const slides = (document.getElementById('slides') as HTMLTemplateElement).content;
  const put = (where: string, at: number, screen: number) => {
    const number = steps[at]?.dataset.slides?.split(' ')[screen];
    const place = one(`${where} .picture`);
    // What did not change is left alone.
    if (number !== undefined && place.dataset.number === number) return;
    place.dataset.number = number ?? '';
    place.innerHTML = number === undefined ? '' : (slides.querySelector(`[data-slide="${number}"]`)?.innerHTML ?? '');
  };
  put('#on-screen', step, main);
  put('#next-step', step + 1, main);
  for (const other of all('#other-screens [data-screen]')) put(`[data-screen="${other.dataset.screen}"]`, step, Number(other.dataset.screen));
}

const send = (method: string, ...values: unknown[]) => {
  if (line.isOpen) void line.hub.send(method, ...values);
};

/**
 * Marks are typed letter by letter: "R" jumps at once, and a "2" soon after makes it "R2". The server knows which marks
 * the song has; what is typed goes there whole, also while a step is still on its way.
 */
function type(key: string, at: number): void {
  typed = at - typedAt < jumpPause ? (typed + key).slice(-4) : key;
  typedAt = at;
  send('Jump', typed);
}

document.addEventListener('keydown', (event) => {
  const target = event.target as HTMLElement;
  if (event.ctrlKey || event.metaKey || event.altKey || target.matches('input, select, textarea')) return;
  const onButton = target.matches('button, a');
  const handled = (() => {
    switch (event.key) {
      case 'ArrowDown': case 'ArrowRight': case 'PageDown': return send('Forward'), true;
      case 'ArrowUp': case 'ArrowLeft': case 'PageUp': case 'Backspace': return send('Back'), true;
      // On a button, space and Enter press it; anywhere else they step on.
      case ' ': case 'Enter': return onButton ? false : (send('Forward'), true);
    }
    if (/^[0-9rpbie]$/i.test(event.key)) return type(event.key.toUpperCase(), event.timeStamp), true;
    const curtain = all<HTMLButtonElement>('[data-curtain-key]').find((button) => button.dataset.curtainKey === event.key.toLowerCase());
    return curtain ? (curtain.click(), true) : false;
  })();
  if (handled) event.preventDefault();
});

booth.addEventListener('click', (event) => {
  const target = event.target as Element;
  const step = target.closest<HTMLElement>('[data-goto]');
  if (step) {
    send('GoTo', Number(step.dataset.goto));
    step.blur();
  }
  const curtain = target.closest<HTMLButtonElement>('[data-curtain-key]');
  if (curtain) send('Draw', curtain.value);
  if (target.closest('#next-step')) send('Forward');
});

one('#fade').addEventListener('change', (event) => {
  const seconds = Number((event.target as HTMLInputElement).value);
  if (Number.isFinite(seconds)) send('SetFade', Math.round(seconds * 1000));
  (event.target as HTMLElement).blur();
});

const clock = one<HTMLTimeElement>('#clock');
const tick = () => (clock.textContent = new Date().toLocaleTimeString('en-GB', { timeZone: clock.dataset.zone, hour: 'numeric', minute: '2-digit', second: '2-digit' }));
if (!clock.dataset.stands) {
  tick();
  window.setInterval(tick, 1000);
}

await line.open();
