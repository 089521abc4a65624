// Boxes on the canvas of a style: drawn, and caught where lines are.

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** The smallest box round two. */
export function around(one: Box, other: Box): Box {
  const [x, y] = [Math.min(one.x, other.x), Math.min(one.y, other.y)];
  return { x, y, width: Math.max(one.x + one.width, other.x + other.width) - x, height: Math.max(one.y + one.height, other.y + other.height) - y };
}

export const overlap = (one: Box, other: Box) =>
  one.x < other.x + other.width && other.x < one.x + one.width && one.y < other.y + other.height && other.y < one.y + one.height;

const [wide, high] = [1920, 1080];
const reach = 10;
const namespace = 'http://www.w3.org/2000/svg';

function node(name: string, attributes: Record<string, string | number>, ...children: SVGElement[]): SVGElement {
  const made = document.createElementNS(namespace, name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, String(value));
  made.append(...children);
  return made;
}

/** Draws the boxes; the chosen one has grips. */
export function arrange(overlay: SVGSVGElement, boxes: [string, string, Box][], chosen: string, focus: { x: number; y: number } | undefined, lines: { x?: number; y?: number }[] = []): void {
  const drawn = [...boxes].sort(([one], [other]) => Number(one === chosen) - Number(other === chosen)).map(([name, label, box]) => {
    const group = node('g', {
      'data-box': name, tabindex: 0, role: 'button', class: 'box', 'aria-pressed': String(name === chosen),
      'aria-label': `${label}: ${Math.round(box.x)} from left, ${Math.round(box.y)} from top, ${Math.round(box.width)} wide, ${Math.round(box.height)} high`,
    }, node('rect', { x: box.x, y: box.y, width: box.width, height: box.height, class: 'edge' }));
    if (name !== chosen) return group;
    group.setAttribute('data-chosen', '');
    const caption = node('text', { x: box.x + 8, y: Math.max(24, box.y - 8), class: 'caption' });
    caption.textContent = label;
    group.append(caption);
    for (const [grip, x, y] of [['nw', 0, 0], ['n', 0.5, 0], ['ne', 1, 0], ['e', 1, 0.5], ['se', 1, 1], ['s', 0.5, 1], ['sw', 0, 1], ['w', 0, 0.5]] as const) {
      group.append(node('rect', { 'data-grip': grip, x: box.x + box.width * x - 11, y: box.y + box.height * y - 11, width: 22, height: 22, class: `grip ${grip}` }));
    }
    return group;
  });
  if (focus) {
    const [x, y] = [focus.x * wide, focus.y * high];
    drawn.push(node('g', { 'data-grip': 'focus', class: 'focus' }, node('circle', { cx: x, cy: y, r: 34 }), node('path', { d: `M${x - 54} ${y}h108M${x} ${y - 54}v108` })));
  }
  for (const line of lines) drawn.push(line.x !== undefined ? node('path', { d: `M${line.x} 0v${high}`, class: 'caught' }) : node('path', { d: `M0 ${line.y!}h${wide}`, class: 'caught' }));
  overlay.replaceChildren(...drawn);
}

/** The lines that boxes are caught at: edges, middle, thirds, the safe area, and the neighbours' edges and middles. */
function catches(length: number, others: [number, number][]): number[] {
  return [0, length, length / 2, length / 3, (2 * length) / 3, length * 0.05, length * 0.95, ...others.flatMap(([from, size]) => [from, from + size / 2, from + size])];
}

function nearest(edges: number[], lines: number[]): { by: number; line?: number } {
  let best: { by: number; line?: number } = { by: 0 };
  let distance = reach;
  for (const edge of edges) {
    for (const line of lines) {
      if (Math.abs(line - edge) < distance) [distance, best] = [Math.abs(line - edge), { by: line - edge, line }];
    }
  }
  return best;
}

/** Moves one of a box's edges, or all of it, and catches it at lines near by; without neighbours it is not caught. */
export function snapped(from: Box, grip: string, right: number, down: number, others: Box[] | undefined): { box: Box; lines: { x?: number; y?: number }[] } {
  const lines: { x?: number; y?: number }[] = [];
  const axis = (start: number, size: number, by: number, length: number, least: number, low: boolean, highEnd: boolean, neighbours: [number, number][] | undefined, say: (line: number) => void): [number, number] => {
    const move = grip === 'move';
    let [a, b] = [start + (move || low ? by : 0), start + size + (move || highEnd ? by : 0)];
    if (neighbours && (move || low || highEnd)) {
      const found = nearest(move ? [a, (a + b) / 2, b] : low ? [a] : [b], catches(length, neighbours));
      if (found.line !== undefined) say(found.line);
      if (move || low) a += found.by;
      if (move || highEnd) b += found.by;
    }
    if (move) {
      const back = Math.min(Math.max(a, 0), length - size) - a;
      [a, b] = [a + back, b + back];
    } else {
      if (low) a = Math.max(0, Math.min(a, b - least));
      if (highEnd) b = Math.min(length, Math.max(b, a + least));
    }
    return [Math.round(a), Math.round(b) - Math.round(a)];
  };
  const [x, width] = axis(from.x, from.width, right, wide, 40, grip.includes('w'), grip.includes('e') && grip !== 'move', others?.map((box) => [box.x, box.width]), (line) => lines.push({ x: line }));
  const [y, height] = axis(from.y, from.height, down, high, 20, grip.startsWith('n'), grip.startsWith('s'), others?.map((box) => [box.y, box.height]), (line) => lines.push({ y: line }));
  return { box: { x, y, width, height }, lines };
}
