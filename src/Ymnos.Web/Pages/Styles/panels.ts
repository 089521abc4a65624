// The fields beside the canvas: which part of a style each panel speaks of, and what stands in it.
import { around, type Box, overlap } from './arranging';

export type Json = Record<string, any>;

export const frames: [string, string][] = [
  ['words', 'Words'], ['reference', 'Reference'], ['credit', 'Credit line'], ['heading', 'Heading'], ['next', 'What comes next'], ['clock', 'Clock'],
];
export const ranks = ['Second words', 'Third words', 'Fourth words'];

const get = (of: Json, path: string) => path.split('.').reduce<any>((at, name) => at?.[name], of);

/** Writes a value where a path leads. */
export function write(of: Json, path: string, value: unknown): void {
  const names = path.split('.');
  const last = names.pop()!;
  const at = names.length === 0 ? of : get(of, names.join('.'));
  if (at) at[last] = value;
}

/** Gives a language a frame of its own, out of the lower half of the one that it shared; or takes it away again. */
export function stand(face: Json, rank: number, alone: boolean): void {
  const others = [face.words, ...face.morePlaces] as (Json | null)[];
  const shared = others.slice(0, rank + 1).reverse().find((frame) => frame)!;
  if (alone) {
    const { x, y, width, height } = shared.place as Box;
    const half = Math.round(height / 2);
    shared.place = { x, y, width, height: half };
    const { across, down, padding, plate } = shared;
    face.morePlaces[rank] = { place: { x, y: y + half, width, height: height - half }, across, down, padding, plate: plate && { ...plate } };
  } else {
    const whole = around(shared.place, face.morePlaces[rank].place);
    face.morePlaces[rank] = null;
    if (!others.some((frame, i) => frame && frame !== shared && i !== rank + 1 && overlap(frame.place, whole))) shared.place = whole;
  }
}

export class Panels {
  constructor(
    private readonly root: HTMLElement,
    private readonly side: () => Json,
    private readonly chosen: () => string,
  ) {}

  get layer(): number {
    return this.chosen().startsWith('layer:') ? Number(this.chosen().slice(6)) : -1;
  }

  /** Which of the second to fourth languages is chosen. */
  get rank(): number {
    return this.chosen().startsWith('more:') ? Number(this.chosen().slice(5)) : -1;
  }

  /** What a field speaks of. */
  of(field: Element): Json | undefined {
    return this.rootOf(field.closest<HTMLElement>('[data-panel]')!.dataset.panel!);
  }

  fill(): void {
    for (const panel of this.root.querySelectorAll<HTMLElement>('[data-panel]')) {
      const of = this.rootOf(panel.dataset.panel!);
      panel.hidden = !of;
      if (!of) continue;
      for (const field of panel.querySelectorAll<HTMLInputElement>('[data-path]')) {
        if (field.closest('[data-panel]') !== panel || field === document.activeElement) continue;
        const value = get(of, field.dataset.path!);
        if (field.type === 'checkbox') field.checked = !!value;
        else field.value = typeof value === 'number' && field.type === 'number' ? String(Math.round(value * 1000) / 1000) : String(value ?? '');
      }
      for (const field of panel.querySelectorAll<HTMLInputElement>('[data-optional]')) {
        field.checked = !!of[field.dataset.optional!];
        panel.querySelector<HTMLElement>(`[data-inside="${field.dataset.optional}"]`)!.hidden = !field.checked;
      }
      for (const field of panel.querySelectorAll<HTMLInputElement>('[data-own]')) field.checked = !!of.morePlaces[this.rank];
      for (const part of panel.querySelectorAll<HTMLElement>('[data-shown]')) part.hidden = !('shown' in of);
      if (panel.dataset.panel === 'backdrop')
        for (const part of panel.querySelectorAll<HTMLElement>('[data-kinds]')) part.hidden = !part.dataset.kinds!.split(' ').includes(of.kind);
    }
  }

  private rootOf(panel: string): Json | undefined {
    const [side, chosen, rank] = [this.side(), this.chosen(), this.rank];
    switch (panel) {
      case 'frame': return rank >= 0 ? (side.morePlaces[rank] ?? undefined) : frames.some(([name]) => name === chosen) ? side[chosen] : undefined;
      case 'own': return rank >= 0 ? side : undefined;
      case 'type': return rank >= 0 ? side.moreWords[rank] : this.rootOf('frame')?.type;
      case 'words': return chosen === 'words' ? side : undefined;
      case 'credit': return chosen === 'credit' ? side : undefined;
      case 'backdrop': return chosen === 'backdrop' ? side.backdrop : undefined;
      case 'layer': return side.layers[this.layer];
      default: return side.layers[this.layer]?.kind === panel ? side.layers[this.layer] : undefined;
    }
  }
}
