import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { makeStep } from '#core/document/make';
import { stepOffers } from '#core/offer/stepOffers';
import type { Pyramid } from '#core/raster/pyramid';
import { wholeRegion } from '#core/raster/raster';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import { area, mark, photoOf } from '../fixtures/plans';

const SIDE = 24;
const DISC = { x: 12, y: 12, radius: 7 };
const region = wholeRegion(SIDE, SIDE);
const inside = mark('ellipse', { x: DISC.x, y: DISC.y, radiusX: DISC.radius, radiusY: DISC.radius });
const isBeside = (i: number) =>
  Math.hypot((i % SIDE) + 0.5 - DISC.x, Math.floor(i / SIDE) + 0.5 - DISC.y) > DISC.radius + 1;

/** A picture of any colours. */
const picture = fc
  .uint8Array({ minLength: 4 * SIDE * SIDE, maxLength: 4 * SIDE * SIDE })
  .map((bytes): Pyramid => {
    const data = Uint8Array.from(bytes, (value, i) => (i % 4 === 3 ? 255 : value));
    return { width: SIDE, height: SIDE, levels: [{ space: 'srgb8', width: SIDE, height: SIDE, data }] };
  });
const OFFERS = stepOffers(KINDS, { area: area([inside]), areas: [] });

describe('a step of any kind, as it is offered', () => {
  it.each(OFFERS.map((offer) => [offer.kind.id, offer] as const))(
    '%s: leaves what its area does not cover the same to the bit, and all of it at strength 0',
    (_id, { kind, parameters }) => {
      fc.assert(
        fc.property(picture, fc.double({ min: 0.01, max: 1, noNaN: true }), (pyramid, strength) => {
          const resolver = new Resolver(pyramid, KINDS);
          const after = (at: number) => {
            const step = makeStep(kind, parameters, { id: 's', areaId: 'area', strength: at });
            return resolver.render(resolver.plan(photoOf(pyramid, area([inside]), [step])), region);
          };
          const before = resolver.render([], region);
          const changed = after(strength);
          expect(after(0)).toEqual(before);
          for (let i = 0; i < SIDE * SIDE; i++) {
            if (isBeside(i)) for (let c = 0; c < 3; c++) expect(changed[3 * i + c]).toBe(before[3 * i + c]);
          }
          expect(changed.every(Number.isFinite)).toBe(true);
        }),
        { seed: 23, numRuns: 25 },
      );
    },
  );
});
