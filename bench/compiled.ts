import { withPlainLoops } from '#core/loops/compiledLoops';
import { boxMeans } from '#core/raster/boxMeans';
import { evaluateGuided } from '#core/raster/guidedEvaluate';
import { guidedCoefficients, prepareGuide } from '#core/raster/guidedFilter';
import { fitMixture, mixtureDensities } from '#core/segment/mixture';
import { medianTime } from './medians';
import type { Row } from './report';

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
