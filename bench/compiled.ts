import { withPlainLoops } from '#core/loops/compiledLoops';
import { RUN_PIXELS, TABLE_NODES, runMemory } from '#core/loops/runMemory';
import { boxMeans } from '#core/raster/boxMeans';
import { newField } from '#core/raster/field';
import type { Field } from '#core/raster/field';
import { FieldLine } from '#core/raster/fieldLine';
import { maskSoften } from '#core/raster/maskSoften';
import { buildPyramid } from '#core/raster/pyramid';
import { sampleRegion } from '#core/raster/sampleRegion';
import { applyStep } from '#core/render/applyStep';
import type { StepPlace } from '#core/render/applyStep';
import { encodePixels } from '#core/render/encodePixels';
import type { PixelKernel } from '#core/render/kinds';
import { fromOklab, toOklab } from '#core/render/oklabRuns';
import { tableKernel } from '#core/render/tableKernel';
import { dye, pigmentFor } from '#kinds/adjust/recolour/pigment';
import { evaluateGuided } from '#core/raster/guidedEvaluate';
import { guidedCoefficients, prepareGuide } from '#core/raster/guidedFilter';
import { fitMixture, mixtureDensities } from '#core/segment/mixture';
import { medianTime } from './medians';
import type { Row } from './report';

/** A run of pixels of one row; a field over its place. */
const ROW = { x: 0, y: 0, width: RUN_PIXELS, height: 1, outWidth: RUN_PIXELS, outHeight: 1 };
const fieldOf = (channels: number): Field => {
  const field = newField({ ...ROW, outWidth: 700, outHeight: 2 }, channels);
  field.data.forEach((_, i) => (field.data[i] = Math.random()));
  return field;
};

/** A step on a run of pixels, hundred times. */
function stepBy(kernel: PixelKernel, at?: StepPlace): void {
  const pixels = runMemory()?.pixels.subarray(0, 3 * RUN_PIXELS) ?? new Float32Array(3 * RUN_PIXELS);
  const coverage = new Uint8Array(RUN_PIXELS).fill(128);
  for (let n = 0; n < 100; n++) {
    for (let p = 0; p < pixels.length; p++) pixels[p] = ((p * 31) % 997) / 1000;
    applyStep(pixels, coverage, kernel, { strength: 1, at });
  }
}

const GRID = { width: 384, height: 480 };
const FINE = { width: 1120, height: 1400 };

/** What the compiled loops gain over the plain ones, both in one run, by turns. */
export function compiledSpeed(): Row[] {
  const count = GRID.width * GRID.height;
  const noise = (length: number) => Float32Array.from({ length }, () => Math.random());
  const [four, guide, mask] = [noise(4 * count), noise(3 * count), noise(count)];
  const prepared = prepareGuide(guide, { ...GRID, radius: 4, epsilon: 1e-3 });
  const coefficients = guidedCoefficients(prepared, mask);
  const region = { x: 0, y: 0, ...FINE, outWidth: FINE.width, outHeight: FINE.height };
  const source = { space: 'srgbLinear', ...FINE, data: noise(3 * FINE.width * FINE.height) } as const;
  const out = new Float32Array(FINE.width * FINE.height);
  const mixture = fitMixture(
    guide,
    Array.from({ length: 2000 }, (_, i) => i),
    6,
    [0.03, 0.03, 0.03],
  );
  const codes = new Uint8Array(4 * FINE.width * FINE.height);
  const photo = buildPyramid({ space: 'srgb8', ...FINE, data: codes.map(() => 256 * Math.random()) });
  const { kernel: table } = tableKernel((pixels, pixelCount) => {
    for (let p = 0; p < 3 * pixelCount; p++) pixels[p]! **= 1.1;
  }, TABLE_NODES);
  const pigment = pigmentFor(guide.slice(0, 3000), [0.3, 0.1, 0.05]);
  const edge = fieldOf(6);
  const line = new FieldLine(fieldOf(3), 3, (values, made) => made.set(values));
  const loops: Readonly<Record<string, () => unknown>> = {
    'box means of four channels': () => boxMeans(four, { channels: 4, ...GRID, radius: 4 }),
    'a guide prepared': () => prepareGuide(guide, { ...GRID, radius: 4, epsilon: 1e-3 }),
    'a mask fitted to a guide': () => guidedCoefficients(prepared, mask),
    'a fitted mask at a finer size': () =>
      evaluateGuided([{ coefficients, out }], {
        window: { ...region, outWidth: GRID.width, outHeight: GRID.height },
        region,
        source,
        firmFrom: 0.06,
      }),
    'densities of colours under six Gaussians': () => mixtureDensities(mixture, guide),
    'a mask softened': () => maskSoften(out, FINE.width, FINE.height, 4),
    'a photo made smaller': () => sampleRegion(photo, { ...region, outWidth: 700, outHeight: 875 }),
    'a step by a table of colours, on half-covered pixels': () => stepBy(table),
    'colours along an edge': () => stepBy(() => undefined, { region: ROW, first: 0, edge }),
    'OKLab and back': () =>
      stepBy((pixels, pixelCount) => {
        toOklab(pixels, pixelCount);
        fromOklab(pixels, pixelCount);
      }),
    'a field read along rows': () =>
      stepBy((_, pixelCount, places) => void line.at(places, pixelCount), {
        region: ROW,
        first: 0,
        placed: true,
      }),
    'a dye': () => stepBy((pixels, pixelCount) => dye(pigment, pixels, pixelCount)),
    'codes of colours': () => encodePixels(source.data, codes),
  };
  return Object.entries(loops).map(([what, run]) => {
    const [plain, compiled] = medianTime([() => withPlainLoops(run), run], { rounds: 15, warm: true }) as [
      number,
      number,
    ];
    return {
      what: `compiled against plain loops: ${what}`,
      value: plain / compiled,
      unit: 'times',
      must: '> 1',
    };
  });
}
