// The desk on which a style is made. The server draws every sample and judges it; here frames are moved about.
import { Pieces, form, piece, settled } from '../../assets/server';
import { arrange, type Box, snapped } from './arranging';
import { drawn } from './drawing';
import { Steps } from './steps';
import { frames, type Json, Panels, ranks, stand, write } from './panels';

export function styleDesk() {
  let root!: HTMLElement;
  let refs!: Record<string, HTMLElement>;
  let look: Json;
  let face = 'full';
  let chosen = 'words';
  let revision = 0;
  let saved = '';
  let held: { grip: string; from: Box; x: number; y: number; id: number; before: string } | undefined;
  const pieces = new Pieces();

  const now = () => JSON.stringify(look);
  const steps = new Steps(now);
  let panels!: Panels;
  const side = () => look[face] as Json;
  const ref = <T extends HTMLElement>(name: string) => refs[name] as T;

  function list(): void {
    const what = ref<HTMLSelectElement>('what');
    const things: [string, string][] = [
      ['backdrop', 'Background'], ...(side().layers as Json[]).map((layer, i): [string, string] => [`layer:${i}`, `Layer ${i + 1}, ${layer.kind}`]),
      frames[0]!, ...ranks.map((name, i): [string, string] => [`more:${i}`, name]), ...frames.slice(1),
    ];
    if (!things.some(([name]) => name === chosen)) chosen = 'words';
    what.replaceChildren(...things.map(([name, label]) => {
      const frame = side()[name] as Json | undefined;
      return new Option(frame && 'shown' in frame && !frame.shown ? `${label} (not on the slide)` : label, name, false, name === chosen);
    }));
  }

  /** Boxes that lie on the slide, the chosen one last. */
  function boxes(): [string, string, Box][] {
    const all: [string, string, Box][] = (side().layers as Json[]).map((layer, i): [string, string, Box] => [`layer:${i}`, `Layer ${i + 1}`, layer.place]);
    for (const [name, label] of frames) if (side()[name].shown) all.push([name, label, side()[name].place]);
    for (const [i, own] of (side().morePlaces as (Json | null)[]).entries()) if (own) all.push([`more:${i}`, ranks[i]!, own.place]);
    return all;
  }

  function overlay(): void {
    const focus = document.activeElement instanceof SVGElement && refs.overlay!.contains(document.activeElement);
    const backdrop = side().backdrop as Json;
    const point = chosen === 'backdrop' && (backdrop.kind === 'picture' || backdrop.kind === 'film') ? { x: backdrop.focusX, y: backdrop.focusY } : undefined;
    arrange(refs.overlay as unknown as SVGSVGElement, boxes(), chosen, point);
    if (focus) refs.overlay!.querySelector<SVGElement>('[data-chosen]')?.focus();
    root.querySelector('.canvas')!.toggleAttribute('data-clear', backdrop.kind === 'clear');
  }

  function print(): void {
    list();
    panels.fill();
    for (const deed of ref('layerDeeds').querySelectorAll<HTMLElement>('[data-move], .rubric')) deed.hidden = panels.layer < 0;
    overlay();
    ref<HTMLButtonElement>('undo').disabled = !steps.canUndo;
    ref<HTMLButtonElement>('redo').disabled = !steps.canRedo;
    ref<HTMLButtonElement>('save').disabled = now() + ref<HTMLInputElement>('name').value === saved;
  }

  function take(answer: string): void {
    const holder = document.createElement('template');
    holder.innerHTML = answer;
    const slide = holder.content.querySelector('[data-slide]');
    if (slide) ref('slide').replaceChildren(...slide.childNodes);
    const said = holder.content.querySelector('[data-said]');
    if (said) ref('said').replaceChildren(said);
    for (const field of root.querySelectorAll('[aria-invalid]')) field.removeAttribute('aria-invalid');
    for (const problem of root.querySelectorAll<HTMLElement>('[data-problem]')) mark(problem.dataset.problem!);
  }

  /** Marks the field that a problem speaks of, where it is to be seen. */
  function mark(path: string): void {
    for (const field of root.querySelectorAll<HTMLElement>('[data-path]')) {
      if (!field.closest<HTMLElement>('[data-panel]')?.hidden && path.startsWith(face) && path.endsWith(field.dataset.path!)) field.setAttribute('aria-invalid', 'true');
    }
  }

  const values = () => ({ look: now(), face, sample: ref<HTMLSelectElement>('sample').value });

  // What was asked for last: an answer to anything earlier is old, and asking for the same again would only wipe out what was said.
  let asked = '';
  let asking = 0;

  async function sample(): Promise<void> {
    const key = JSON.stringify(values());
    if (key === asked) return;
    asked = key;
    const mine = ++asking;
    try {
      const answer = await pieces.fetch(`/styles/${root.dataset.id}?handler=Sample`, form(values()));
      if (answer !== undefined && mine === asking) take(answer);
      tell('');
    } catch {
      asked = '';
      tell('The server does not answer. What you see is not up to date.');
    }
  }

  const later = settled(60, () => void sample());

  function tell(trouble: string): void {
    ref('trouble').textContent = trouble;
    ref('trouble').hidden = trouble === '';
  }

  function changed(): void {
    print();
    later();
  }

  function turnTo(other: string | undefined): void {
    if (other === undefined) return;
    look = JSON.parse(other) as Json;
    changed();
  }

  /** Where the pointer is, in units of the slide. */
  function at(event: PointerEvent): { x: number; y: number } {
    const box = refs.overlay!.getBoundingClientRect();
    return { x: ((event.clientX - box.left) / box.width) * 1920, y: ((event.clientY - box.top) / box.height) * 1080 };
  }

  const boxOf = () => boxes().find(([name]) => name === chosen)?.[2];

  return {
    init(this: { $root: HTMLElement; $refs: Record<string, HTMLElement> }) {
      root = this.$root;
      refs = Object.fromEntries(Object.keys(this.$refs).map((name) => [name, this.$refs[name]!]));
      for (const named of root.querySelectorAll<HTMLElement>('[x-ref]')) refs[named.getAttribute('x-ref')!] = named;
      look = JSON.parse(root.dataset.look!) as Json;
      panels = new Panels(root, side, () => chosen);
      revision = Number(root.dataset.revision);
      saved = now() + ref<HTMLInputElement>('name').value;
      print();
      window.addEventListener('beforeunload', (event) => {
        if (now() + ref<HTMLInputElement>('name').value !== saved) event.preventDefault();
      });
      window.addEventListener('keydown', (event) => {
        if (!(event.ctrlKey || event.metaKey)) return;
        const key = event.key.toLowerCase();
        // Inside a field of text, undoing is the field's own.
        const text = (event.target as HTMLElement).matches?.('textarea, input[type=text], input:not([type])');
        if (key === 's') ref<HTMLButtonElement>('save').click();
        else if (key === 'z' && !text) turnTo(event.shiftKey ? steps.redo() : steps.undo());
        else if (key === 'y' && !text) turnTo(steps.redo());
        else return;
        event.preventDefault();
      });
      ref('said').addEventListener('click', (event) => {
        const veil = (event.target as Element).closest<HTMLElement>('[data-veil]');
        if (!veil) return;
        const before = now();
        side().backdrop.veil = { colour: veil.dataset.veilColour, opacity: Number(veil.dataset.veil) };
        steps.keep(before, true);
        changed();
      });
    },
    renamed() {
      print();
    },
    undo() {
      turnTo(steps.undo());
    },
    redo() {
      turnTo(steps.redo());
    },
    show() {
      void sample();
    },
    turn(event: Event) {
      const tab = (event.target as Element).closest<HTMLElement>('[data-face]');
      if (!tab) return;
      face = tab.dataset.face!;
      for (const other of root.querySelectorAll<HTMLElement>('[data-face]')) {
        other.setAttribute('aria-selected', String(other === tab));
        other.tabIndex = other === tab ? 0 : -1;
      }
      changed();
    },
    tabKeys(event: KeyboardEvent) {
      const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
      if (!by) return;
      const tabs = [...root.querySelectorAll<HTMLElement>('[data-face]')];
      const next = tabs[(tabs.findIndex((tab) => tab.tabIndex === 0) + by + tabs.length) % tabs.length]!;
      next.focus();
      next.click();
    },
    choose(event: Event) {
      chosen = (event.target as HTMLSelectElement).value;
      event.stopPropagation();
      print();
    },
    typed(event: Event) {
      const field = event.target as HTMLInputElement;
      const { path, optional, own } = field.dataset;
      if (path === undefined && optional === undefined && own === undefined) return;
      const of = panels.of(field);
      if (!of) return;
      const before = now();
      if (own !== undefined) {
        // Ticking is heard twice, as input and as change.
        if (!!of.morePlaces[panels.rank] !== field.checked) stand(of, panels.rank, field.checked);
      } else if (optional !== undefined) of[optional] = field.checked ? JSON.parse(field.dataset.begin!) : undefined;
      else if (field.type === 'checkbox') write(of, path!, field.checked);
      else if (field.type === 'number') {
        if (field.value === '' || !Number.isFinite(field.valueAsNumber)) return;
        write(of, path!, field.valueAsNumber);
      } else if (path === 'weight') write(of, 'weight', Number(field.value));
      else if (path === 'picture') {
        write(of, 'picture', field.value || undefined);
        if (chosen === 'backdrop') of.kind = (field as unknown as HTMLSelectElement).selectedOptions[0]?.dataset.film ? 'film' : 'picture';
      } else write(of, path!, field.value);
      steps.keep(before, field.type === 'checkbox');
      changed();
    },
    addLayer(event: Event) {
      const kind = (event.currentTarget as HTMLElement).dataset.layer!;
      const before = now();
      const place = { x: 660, y: 440, width: 600, height: 200 };
      const still = root.querySelector<HTMLSelectElement>('[data-stills]')!;
      if (kind === 'picture' && !still.options.length) return tell('Bring a picture in first, as a background.');
      side().layers.push(kind === 'rectangle' ? { kind, place, opacity: 0.5, colour: '#000000', radius: 0 } : { kind, place, opacity: 1, picture: still.options[0]!.value });
      chosen = `layer:${side().layers.length - 1}`;
      steps.keep(before, true);
      changed();
    },
    moveLayer(event: Event) {
      const [layers, from] = [side().layers as Json[], panels.layer];
      const to = from + Number((event.currentTarget as HTMLElement).dataset.move);
      if (from < 0 || to < 0 || to >= layers.length) return;
      const before = now();
      layers.splice(to, 0, ...layers.splice(from, 1));
      chosen = `layer:${to}`;
      steps.keep(before, true);
      changed();
    },
    removeLayer() {
      if (panels.layer < 0) return;
      const before = now();
      side().layers.splice(panels.layer, 1);
      chosen = 'backdrop';
      steps.keep(before, true);
      changed();
    },
    focused(event: FocusEvent) {
      const box = (event.target as Element).closest<SVGElement>('[data-box]');
      if (!box || box.dataset.box === chosen || held) return;
      chosen = box.dataset.box!;
      print();
    },
    grab(event: PointerEvent) {
      const grip = (event.target as Element).closest<SVGElement>('[data-grip]');
      const box = (event.target as Element).closest<SVGElement>('[data-box]');
      if (event.button !== 0 || (!grip && !box)) return;
      if (box && box.dataset.box !== chosen) chosen = box.dataset.box!;
      const { x, y } = at(event);
      const from = grip?.dataset.grip === 'focus' ? { x: 0, y: 0, width: 0, height: 0 } : boxOf();
      if (!from) return;
      held = { grip: grip?.dataset.grip ?? 'move', from: { ...from }, x, y, id: event.pointerId, before: now() };
      refs.overlay!.setPointerCapture(event.pointerId);
      print();
      refs.overlay!.querySelector<SVGElement>('[data-chosen]')?.focus();
    },
    drag(event: PointerEvent) {
      if (!held || event.pointerId !== held.id) return;
      const { x, y } = at(event);
      if (held.grip === 'focus') {
        side().backdrop.focusX = Math.round(Math.min(1, Math.max(0, x / 1920)) * 100) / 100;
        side().backdrop.focusY = Math.round(Math.min(1, Math.max(0, y / 1080)) * 100) / 100;
      } else {
        const others = boxes().filter(([name]) => name !== chosen).map(([, , box]) => box);
        const { box, lines } = snapped(held.from, held.grip, x - held.x, y - held.y, event.altKey ? undefined : others);
        Object.assign(boxOf()!, box);
        overlay();
        arrange(refs.overlay as unknown as SVGSVGElement, boxes(), chosen, undefined, lines);
      }
      panels.fill();
      later();
    },
    drop(event: PointerEvent) {
      if (!held || event.pointerId !== held.id) return;
      const { before } = held;
      held = undefined;
      // A click that moved nothing is nothing to undo.
      steps.keep(before, true);
      changed();
    },
    nudge(event: KeyboardEvent) {
      const way = ({ ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] } as Record<string, [number, number]>)[event.key];
      const from = boxOf();
      if (!way || !from) return;
      event.preventDefault();
      const by = event.shiftKey ? 10 : 1;
      const before = now();
      Object.assign(from, snapped({ ...from }, event.altKey ? 'se' : 'move', way[0] * by, way[1] * by, undefined).box);
      steps.keep(before, false);
      changed();
    },
    async bring(event: Event) {
      const input = event.target as HTMLInputElement;
      const file = input.files?.[0];
      if (!file) return;
      tell('');
      const data = new FormData();
      data.set('file', file);
      const picture = await drawn(file).catch(() => undefined);
      if (picture) data.set('drawn', picture, 'drawn.png');
      try {
        const holder = document.createElement('template');
        holder.innerHTML = await piece(`/styles/${root.dataset.id}?handler=Picture`, data);
        const option = holder.content.querySelector('option');
        if (!option) return tell(holder.content.textContent?.trim() ?? 'The picture was not taken.');
        for (const select of root.querySelectorAll<HTMLSelectElement>('[data-pictures]')) {
          if (!option.dataset.film || !('stills' in select.dataset)) select.append(option.cloneNode(true));
        }
        const of = panels.of(input);
        if (of) {
          const before = now();
          of.picture = option.value;
          if (chosen === 'backdrop') of.kind = option.dataset.film ? 'film' : 'picture';
          steps.keep(before, true);
          changed();
        }
      } catch {
        tell('The picture could not be sent. It may be too large.');
      } finally {
        input.value = '';
      }
    },
    async save() {
      const name = ref<HTMLInputElement>('name').value;
      const sent = now();
      asked = JSON.stringify(values());
      asking++;
      try {
        take(await piece(`/styles/${root.dataset.id}?handler=Save`, form({ ...values(), look: sent, name, revision })));
        const done = root.querySelector<HTMLElement>('[data-revision]:not(.style-desk)');
        if (done) revision = Number(done.dataset.revision);
        ref('copy').hidden = !done?.dataset.clash;
        ref('save').textContent = done?.dataset.clash ? 'Save over it' : 'Save';
        if (done && !done.dataset.clash) saved = sent + name;
        print();
      } catch {
        tell('The style could not be saved. Nothing is lost: try again.');
      }
    },
    async copy() {
      try {
        const answer = await piece(`/styles/${root.dataset.id}?handler=Copy`, form({ ...values(), name: ref<HTMLInputElement>('name').value }));
        if (!answer.startsWith('/styles/')) return take(answer);
        saved = now() + ref<HTMLInputElement>('name').value;
        location.href = answer;
      } catch {
        tell('The copy could not be saved. Nothing is lost: try again.');
      }
    },
  };
}
