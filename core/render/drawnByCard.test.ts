import { describe, expect, it } from 'vitest';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import { RECOLOUR_DEFAULTS } from '#kinds/adjust/recolour/schema';
import { KINDS } from '#kinds/registry.gen';
import { area, grainySkin, mark, photoOf, step } from '../../tests/fixtures/plans';
import { RUN_PIXELS } from '../loops/runMemory';
import type { CardPicture } from './card';
import { RegionRenderer } from './regionRenderer';
import type { ResolvedPlan } from './resolved';
import { Resolver } from './resolver';

const SIZE = 120;
const WHERE = { x: 0, y: 0, width: SIZE, height: SIZE, outWidth: SIZE, outHeight: SIZE };
const MARKED = 77;
const pyramid = grainySkin(SIZE);
const middle = area([mark('ellipse', { x: 60, y: 60, radiusX: 40, radiusY: 30 })]);

/** Draws one code everywhere, so that it is seen what was taken of it, and keeps what it was asked. */
class MarkingCard {
  readonly asked: CardPicture[] = [];
  constructor(readonly isSure: (pixel: number) => boolean) {}
  draw(picture: CardPicture, out: Uint8Array): boolean {
    this.asked.push(picture);
    for (let i = 0; i < out.length / 4; i++)
      out.set([MARKED, MARKED, MARKED, this.isSure(i) ? 255 : 0], 4 * i);
    return true;
  }
}

const hue = (degrees: number) =>
  step('hue-to-target', { ...NO_TARGETS, hue: { light: degrees, middle: degrees, shade: degrees } });
const dye = (colour: string) => step('recolour', { ...RECOLOUR_DEFAULTS, colour }, 0.7);
const evenness = step('evenness', {
  hue: 0.5,
  saturation: 0.5,
  lightness: 0.5,
  size: 6,
  blush: 0,
  marks: 1,
});
const byNumbers = step('match', {
  to: { by: 'numbers', from: [180, 140, 110], to: [170, 140, 120] },
  light: 1,
  colour: 1,
});

function made(isSure: (pixel: number) => boolean = () => true) {
  const resolver = new Resolver(pyramid, KINDS);
  const renderer = new RegionRenderer(pyramid, KINDS);
  renderer.learnArea(resolver.area(middle, photoOf(pyramid, middle, [])));
  const card = new MarkingCard(isSure);
  const plan = (...steps: readonly ReturnType<typeof step>[]) =>
    resolver.plan(
      photoOf(
        pyramid,
        middle,
        steps.map((each, n) => ({ ...each, id: `step-${n}` })),
      ),
    );
  const draw = (resolved: ResolvedPlan) => renderer.renderEncoded(resolved, WHERE).slice();
  return { renderer, card, plan, draw };
}

describe('pictures drawn by a graphics card', () => {
  it('are those that change of a region that was seen; the first one is the processor’s', () => {
    const { renderer, card, plan, draw } = made();
    renderer.card = card;
    draw(plan(hue(30)));
    expect([card.asked.length, renderer.drawnBy]).toEqual([0, 'processor']);
    const changed = draw(plan(hue(40)));
    expect([card.asked.length, renderer.drawnBy]).toEqual([1, 'card']);
    expect(changed[4 * (60 * SIZE + 60)]).toBe(MARKED);
    // No step covers anything there: what was seen stays.
    expect([...changed.subarray(0, 3)]).toEqual([...pyramid.levels[0]!.data.subarray(0, 3)]);
  });

  it('are the processor’s, to the bit, wherever the card is not sure', () => {
    const unsure = Math.floor((60 * SIZE + 60) / RUN_PIXELS);
    const { renderer, card, plan, draw } = made((pixel) => Math.floor(pixel / RUN_PIXELS) !== unsure);
    draw(plan(hue(30)));
    renderer.card = card;
    const seen = draw(plan(hue(40)));
    const alone = made();
    const expected = alone.draw(alone.plan(hue(40)));
    const run = (codes: Uint8Array) => codes.subarray(4 * RUN_PIXELS * unsure, 4 * RUN_PIXELS * (unsure + 1));
    expect(run(seen)).toEqual(run(expected));
    expect(seen).not.toEqual(expected);
  });

  it('begin from what the processor kept before the step that moves, where steps before it are not for cards', () => {
    const { renderer, card, plan, draw } = made();
    renderer.card = card;
    draw(plan(byNumbers, hue(30)));
    draw(plan(byNumbers, hue(35)));
    expect(card.asked).toHaveLength(0);
    draw(plan(byNumbers, hue(40)));
    expect(card.asked.map(({ steps }) => steps.length)).toEqual([1]);
    const kept = made();
    expect(card.asked[0]!.source).toEqual(kept.renderer.renderSeen(kept.plan(byNumbers), WHERE).data);
    // With such a step behind the one that moves there is nothing to begin from.
    draw(plan(hue(30), byNumbers));
    draw(plan(hue(35), byNumbers));
    expect(card.asked).toHaveLength(1);
  });

  it('are of every kind of kernel, the steps that change nothing left out', () => {
    const { renderer, card, plan, draw } = made();
    renderer.card = card;
    draw(plan(evenness, hue(30), dye('#7a4a5a')));
    draw(plan(evenness, hue(40), { ...dye('#7a4a5a'), strength: 0 }, dye('#506040')));
    const [picture] = card.asked;
    expect(picture!.steps.map(({ kernel, strength }) => [!!kernel.field, !!kernel.table, strength])).toEqual([
      [true, false, 1],
      [false, true, 1],
      [false, false, 0.7],
    ]);
    expect(picture!.steps.map(({ edge }) => !!edge)).toEqual([false, true, true]);
  });

  it('find in a table, when a step’s numbers move, the nodes that its last one needed', () => {
    const { renderer, card, plan, draw } = made();
    renderer.card = card;
    draw(plan(hue(30)));
    draw(plan(hue(40)));
    const { kernel } = card.asked[0]!.steps[0]!;
    const worked = (kernel.table!.data as Float32Array).filter((value, n) => n % 4 === 3 && value === 1);
    expect(worked.length).toBeGreaterThan(50);
    const exact = made();
    exact.draw(exact.plan(hue(40)));
    exact.renderer.card = exact.card;
    exact.draw(exact.plan(hue(41)));
    const needed = exact.card.asked[0]!.steps[0]!.kernel.table!.ready;
    expect(needed.every((ready, cell) => ready <= kernel.table!.ready[cell]!)).toBe(true);
  });

  it('are not drawn again when what they show returns, until six others were seen', () => {
    const { renderer, card, plan, draw } = made();
    renderer.card = card;
    const first = draw(plan(hue(30)));
    for (const degrees of [40, 50]) draw(plan(hue(degrees)));
    expect(card.asked).toHaveLength(2);
    expect(draw(plan(hue(30)))).toEqual(first);
    expect(renderer.drawnBy).toBe('memory');
    const second = draw(plan(hue(40)));
    expect(second).toEqual(draw(plan(hue(50))));
    expect(card.asked).toHaveLength(2);
    // What comes next is drawn onto what was seen last.
    expect(draw(plan(hue(60)))).toEqual(second);
    for (const degrees of [61, 62, 63, 64, 65]) draw(plan(hue(degrees)));
    expect(card.asked).toHaveLength(8);
    draw(plan(hue(30)));
    expect(card.asked).toHaveLength(9);
  });

  it('are the processor’s when the card gives up', () => {
    const { renderer, plan, draw } = made();
    draw(plan(hue(30)));
    renderer.card = { draw: () => false };
    const alone = made();
    expect(draw(plan(hue(40)))).toEqual(alone.draw(alone.plan(hue(40))));
    expect(renderer.drawnBy).toBe('processor');
  });
});
