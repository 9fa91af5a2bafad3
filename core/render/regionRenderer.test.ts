import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import { RECOLOUR_DEFAULTS } from '#kinds/adjust/recolour/schema';
import { describe, expect, it } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { area, grainySkin, mark, photoOf, step } from '../../tests/fixtures/plans';
import { NO_EDGE_CARE } from '../document/schema';
import { RegionRenderer } from './regionRenderer';
import { Resolver } from './resolver';

const SIZE = 90;
const pyramid = grainySkin(SIZE);
const open = area(
  [
    mark('ellipse', { x: 41, y: 47, radiusX: 25, radiusY: 18 }),
    mark(
      'brush',
      {
        strokes: [
          {
            takes: true,
            radius: 4,
            fade: 0.5,
            build: 1,
            points: [
              [60, 40, 0.5],
              [80, 44, 0.5],
            ],
          },
        ],
      },
      'remove',
    ),
  ],
  { ...NO_EDGE_CARE, grow: 2, soften: 3 },
);
const photo = photoOf(pyramid, open, [
  step('hue-to-target', { ...NO_TARGETS, hue: { light: 40, middle: 35, shade: 30 } }),
  step('recolour', { ...RECOLOUR_DEFAULTS, colour: '#7a4a5a', hueVariation: 0.6 }, 0.7),
  step('evenness', { hue: 0.5, saturation: 0.5, lightness: 0.5, size: 6, blush: 0, marks: 1 }),
]);

function rendererOf() {
  const resolver = new Resolver(pyramid, KINDS);
  const renderer = new RegionRenderer(pyramid, KINDS);
  renderer.learnArea(resolver.area(open, photo));
  return { renderer, plan: resolver.plan(photo), key: resolver.area(open, photo).key };
}
const region = (x: number, y: number, width: number, height: number) => ({
  x,
  y,
  width,
  height,
  outWidth: width,
  outHeight: height,
});
const encoded = (
  renderer: RegionRenderer,
  plan: ReturnType<typeof rendererOf>['plan'],
  where: ReturnType<typeof region>,
) => renderer.renderEncoded(plan, where).slice();

describe('rendering by regions', () => {
  it('pieces are the whole to the bit, edge care included', () => {
    const { renderer, plan } = rendererOf();
    const whole = encoded(renderer, plan, region(0, 0, SIZE, SIZE));
    for (const piece of [region(0, 0, SIZE, 31), region(13, 29, 50, 37), region(60, 60, 30, 30)]) {
      const part = encoded(renderer, plan, piece);
      for (let row = 0; row < piece.outHeight; row++) {
        const from = 4 * ((piece.y + row) * SIZE + piece.x);
        expect(part.subarray(4 * row * piece.outWidth, 4 * (row + 1) * piece.outWidth)).toEqual(
          whole.subarray(from, from + 4 * piece.outWidth),
        );
      }
    }
  });

  it('what is kept between two renders changes nothing', () => {
    const { renderer, plan } = rendererOf();
    const where = region(5, 5, 80, 70);
    const changed = [plan[0]!, { ...plan[1]!, key: 'other', strength: 0.2 }];
    encoded(renderer, plan, where);
    const again = encoded(renderer, changed, where);
    const fresh = rendererOf();
    expect(again).toEqual(encoded(fresh.renderer, changed, where));
    expect(encoded(renderer, plan, where)).toEqual(encoded(fresh.renderer, plan, where));
  });

  it('a picture that was seen before is brought to any other plan as if it were new', () => {
    const { renderer, plan } = rendererOf();
    const resolver = new Resolver(pyramid, KINDS);
    const small = resolver.area(area([mark('ellipse', { x: 70, y: 12, radiusX: 6, radiusY: 4 })]), photo);
    const apart = { ...plan[0]!, areaKey: small.key };
    const fresh = () => {
      const made = rendererOf().renderer;
      made.learnArea(small);
      return made;
    };
    renderer.learnArea(small);
    const where = region(0, 0, SIZE, SIZE);
    const [one, two, three] = plan;
    // Steps come last and first, go, change in their own place, do nothing for once, and other looks come between.
    const plans = [
      [],
      [one!],
      [one!, { ...apart, key: 'apart' }],
      [one!, { ...apart, key: 'fainter', strength: 0.3 }],
      [one!, { ...apart, key: 'off', strength: 0 }],
      [one!, { ...apart, key: 'fainter', strength: 0.3 }, { ...three!, key: 'after it' }],
      [
        { ...apart, key: 'first' },
        { ...two!, key: 'second' },
      ],
      [],
      [one!, two!, three!],
      [one!, two!, three!],
    ];
    for (const [n, now] of plans.entries()) {
      if (n % 3 === 2) renderer.render([{ ...two!, key: 'measured' }], where);
      expect(encoded(renderer, now, where)).toEqual(encoded(fresh(), now, where));
    }
  });

  it('pixels without coverage stay the same to the bit', () => {
    const { renderer, plan, key } = rendererOf();
    const where = region(0, 0, SIZE, SIZE);
    const coverage = renderer.coverage(key, where).data;
    const out = encoded(renderer, plan, where);
    let untouched = 0;
    coverage.forEach((value, i) => {
      if (value > 0) return;
      untouched++;
      expect([...out.subarray(4 * i, 4 * i + 3)]).toEqual([
        ...pyramid.levels[0]!.data.subarray(4 * i, 4 * i + 3),
      ]);
    });
    expect(untouched).toBeGreaterThan(1000);
  });

  it('an inverted area covers what the area does not', () => {
    const resolver = new Resolver(pyramid, KINDS);
    const plain = area([mark('ellipse', { x: 41, y: 47, radiusX: 25, radiusY: 18 })]);
    const inside = resolver.areas.fullCoverage(resolver.area(plain, { areas: [] }));
    const outside = resolver.areas.fullCoverage(resolver.area({ ...plain, inverted: true }, { areas: [] }));
    inside.forEach((value, i) => expect(Math.abs(value + outside[i]! - 255)).toBeLessThanOrEqual(1));
  });

  it('names the areas at a place', () => {
    const resolver = new Resolver(pyramid, KINDS);
    expect([
      resolver.areasAt(photo, 41, 47),
      resolver.areasAt(photo, 5, 5),
      resolver.areasAt(photo, -5, 500),
    ]).toEqual([['area'], [], []]);
  });
});
