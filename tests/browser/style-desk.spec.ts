// What the desk of a style does by itself, without a page: moving and catching boxes, dividing frames, undoing.
import { expect, test } from '@playwright/test';
import { around, type Box, overlap, snapped } from '../../src/Ymnos.Web/Pages/Styles/arranging';
import { type Json, stand, write } from '../../src/Ymnos.Web/Pages/Styles/panels';
import { Steps } from '../../src/Ymnos.Web/Pages/Styles/steps';
import { dice } from './dice';

const grips = ['move', 'nw', 'n', 'ne', 'e', 'se', 's', 'sw', 'w'];

function boxOf(roll: (most: number) => number): Box {
  const [width, height] = [40 + roll(1500), 20 + roll(900)];
  return { x: roll(1921 - width), y: roll(1081 - height), width, height };
}

const middle = (roll: (most: number) => number) => roll(1200) - 600;

test('however a box is dragged it stays on the slide and does not vanish', () => {
  const roll = dice(7);
  const wrong = Array.from({ length: 5_000 }, () => {
    const [from, grip, others] = [boxOf(roll), grips[roll(grips.length)]!, roll(2) ? [boxOf(roll), boxOf(roll)] : undefined];
    const { box } = snapped(from, grip, middle(roll), middle(roll), others);
    const outside = box.x < 0 || box.y < 0 || box.x + box.width > 1920 || box.y + box.height > 1080;
    const lost = box.width < 40 || box.height < 20;
    const changed = grip === 'move' && (box.width !== from.width || box.height !== from.height);
    return outside || lost || changed ? { from, grip, box } : undefined;
  }).filter(Boolean);
  expect(wrong).toEqual([]);
});

test('an edge that is dragged leaves the one across from it where it was', () => {
  const roll = dice(11);
  const wrong = Array.from({ length: 5_000 }, () => {
    const [from, grip] = [boxOf(roll), ['nw', 'ne', 'se', 'sw'][roll(4)]!];
    const { box } = snapped(from, grip, middle(roll), middle(roll), [boxOf(roll)]);
    const across = grip.includes('e') ? box.x === from.x : box.x + box.width === from.x + from.width;
    const down = grip.startsWith('s') ? box.y === from.y : box.y + box.height === from.y + from.height;
    return across && down ? undefined : { from, grip, box };
  }).filter(Boolean);
  expect(wrong).toEqual([]);
});

test('a box is caught at the middle, at thirds, at the safe area and at its neighbours, and nowhere while it is not to be', () => {
  const from = { x: 500, y: 300, width: 400, height: 200 };
  const neighbour = { x: 1203, y: 707, width: 300, height: 100 };
  // Its middle comes within ten of the slide's.
  expect(snapped(from, 'move', 253, 0, []).box.x).toBe(760);
  expect(snapped(from, 'move', 253, 0, []).lines).toContainEqual({ x: 960 });
  expect(snapped(from, 'move', 145, 0, []).box.x).toBe(640);
  expect(snapped(from, 'move', -400, 0, []).box.x).toBe(96);
  expect(snapped(from, 'e', 299, 0, [neighbour]).box.width).toBe(703);
  expect(snapped(from, 's', 0, 200, [neighbour]).box.height).toBe(407);
  expect(snapped(from, 'move', 253, 0, undefined)).toEqual({ box: { ...from, x: 753 }, lines: [] });
});

test('a language that gets its own frame takes half of the shared one, and gives it back', () => {
  const roll = dice(23);
  for (let i = 0; i < 100; i++) {
    const whole = { ...boxOf(roll), height: 300 + roll(400) };
    const face: Json = { words: { place: { ...whole }, across: 'start', down: 'top', padding: 12, plate: { colour: '#000000', opacity: 0.5, radius: 4 } }, morePlaces: [null, null, null] };
    const order = [0, 1, 2].sort(() => roll(3) - 1);
    for (const rank of order) stand(face, rank, true);
    const frames = [face.words, ...face.morePlaces].map((frame: Json) => frame.place as Box);
    expect(frames.some((frame, at) => frames.slice(at + 1).some((other) => overlap(frame, other)))).toBe(false);
    expect(frames.reduce(around)).toEqual(whole);
    expect(face.morePlaces[1]).toMatchObject({ across: 'start', down: 'top', padding: 12, plate: { opacity: 0.5 } });
    // Taken away in the order turned round, nothing is lost on the way.
    for (const rank of order.reverse()) stand(face, rank, false);
    expect([face.words.place, face.morePlaces]).toEqual([whole, [null, null, null]]);
  }
});

test('a frame whose room somebody else has taken since does not grow over it', () => {
  const face: Json = { words: { place: { x: 100, y: 100, width: 800, height: 400 } }, morePlaces: [null, null, null] };
  stand(face, 0, true);
  stand(face, 1, true);
  face.morePlaces[1].place = { x: 100, y: 260, width: 800, height: 30 };
  stand(face, 0, false);
  expect(face.words.place.height).toBe(200);
});

test('changes are undone and done again in their order; what follows closely is one change', () => {
  let text = 'a';
  const steps = new Steps(() => text);
  const type = (to: string, apart: boolean) => {
    const before = text;
    text = to;
    steps.keep(before, apart);
  };
  type('b', true);
  type('c', false);
  type('cd', false);
  type('cde', false);
  expect((text = steps.undo()!)).toBe('b');
  expect((text = steps.undo()!)).toBe('a');
  expect(steps.undo()).toBeUndefined();
  expect((text = steps.redo()!)).toBe('b');
  expect((text = steps.redo()!)).toBe('cde');
  text = steps.undo()!;
  type('x', true);
  // What was undone is gone once something else was done.
  expect(steps.canRedo).toBe(false);
  steps.keep(text, true);
  expect((text = steps.undo()!)).toBe('b');
});

test('a value is written where its path leads, and nowhere when it leads nowhere', () => {
  const of: Json = { place: { x: 1 } };
  write(of, 'place.x', 5);
  write(of, 'weight', 600);
  write(of, 'shadow.blur', 2);
  expect(of).toEqual({ place: { x: 5 }, weight: 600 });
});
