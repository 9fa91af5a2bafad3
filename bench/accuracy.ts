import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { meanLinear } from '#core/measure/reading';
import { lightnessSamples, rungSamples } from '#core/measure/rungs';
import { measureRankedTrend } from '#core/measure/rankedTrend';
import { oklabPlanes } from '#core/measure/trend';
import { ciede2000 } from '#core/colour/ciede2000';
import { convertSrgbLinearToCielabD50 } from '#core/colour/cielab';
import type { LinearRaster } from '#core/raster/raster';
import { RegionRenderer } from '#core/render/regionRenderer';
import { Resolver } from '#core/render/resolver';
import { targetsOf } from '#kinds/adjust/hue-to-target/compute';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import { KINDS } from '#kinds/registry.gen';
import { wholeRegion } from '#core/raster/raster';
import { area, mark, photoOf, renderWhole, step } from '../tests/fixtures/plans';
import { SITTERS, portrait, truthMask } from '../tests/fixtures/truth';
import type { Sitter } from '../tests/fixtures/truth';
import { colourAt, meanDifference, softIou, textureCorrelation } from '../tests/references/measures';
import { hueSpread } from './planes';
import { recoloured } from './recolour';
import type { Row } from './report';
import { coverage, whole } from './truth';

/** Gaussian that divides texture from shading: 1 % of a face of 450 pixels. */
const TEXTURE_SIGMA = 4.5;

/**
 * Hue alone brought to the rungs of the neutral version, and the whole trend matched to it, on the true skin
 * mask.
 */
async function flareToNeutral(sitter: Sitter): Promise<Row[]> {
  const [flare, neutral, mask] = [
    await portrait(sitter, 'flare'),
    await portrait(sitter, 'neutral'),
    await truthMask(sitter, 'skin_face', 'skin_body'),
  ];
  const truth = whole(neutral);
  const targets = targetsOf(rungSamples(truth, coverage(neutral, mask)));
  const { before, after } = renderWhole(
    flare,
    photoOf(flare, area([]), [step('hue-to-target', { ...NO_TARGETS, hue: targets.hue })]),
    mask,
  );
  const rows = measureRankedTrend({
    planes: oklabPlanes(truth.data),
    weights: Float32Array.from(mask, (value) => value / 255),
  })!;
  const matched = renderWhole(
    flare,
    photoOf(flare, area([]), [
      step('match', { to: { by: 'trend', name: 'neutral', rows }, light: 1, colour: 1 }),
    ]),
    mask,
  ).after;
  const was = meanDifference(before, truth, mask);
  const share = (picture: LinearRaster) => (100 * meanDifference(picture, truth, mask)) / was;
  const deep = sitter === 'adaeze';
  let chroma = 0;
  let count = 0;
  mask.forEach((value, i) => {
    if (value < 255) return;
    const [, a0, b0] = convertSrgbLinearToOklab(colourAt(before, i));
    const [, a1, b1] = convertSrgbLinearToOklab(colourAt(after, i));
    chroma = Math.max(chroma, Math.abs(Math.hypot(a1, b1) / Math.hypot(a0, b0) - 1));
    count++;
  });
  return [
    {
      what: `${sitter} flare: hue alone to the neutral rungs, ΔE00 to the neutral version`,
      value: share(after),
      unit: `% of ${was.toFixed(1)}`,
      must: deep ? '≤ 55' : '≤ 50',
    },
    {
      what: `${sitter} flare: matched to the neutral version's trend, ΔE00 to it`,
      value: share(matched),
      unit: `% of ${was.toFixed(1)}`,
      must: deep ? '≤ 33' : '≤ 25',
    },
    {
      what: `${sitter} flare: texture correlation of L* within skin, hue alone`,
      value: textureCorrelation(before, after, mask, TEXTURE_SIGMA),
      unit: '',
      must: '≥ 0.995',
    },
    {
      what: `${sitter} flare: largest change of OKLCh chroma, ${count} pixels, hue alone`,
      value: 100 * chroma,
      unit: '%',
      must: '< 1',
    },
  ];
}

/** The chest in other light brought to the face, on true masks. */
async function chestToFace(sitter: Sitter): Promise<Row[]> {
  const [mixed, photo, chest, face] = [
    await portrait(sitter, 'mixed'),
    await portrait(sitter, 'photo'),
    await truthMask(sitter, 'skin_body'),
    await truthMask(sitter, 'skin_face'),
  ];
  const truth = whole(photo);
  const resolver = new Resolver(mixed, KINDS);
  const renderer = new RegionRenderer(mixed, KINDS);
  const baked = new Map([
    ['area', chest],
    ['face', face],
  ]);
  const region = wholeRegion(mixed.width, mixed.height);
  const document = {
    ...photoOf(mixed, area([]), [
      step('match', { to: { by: 'area', areaId: 'face' }, light: 0.65, colour: 1 }),
    ]),
    areas: [area([]), { ...area([]), id: 'face' }],
  };
  for (const entry of document.areas) renderer.learnArea(resolver.area(entry, document, baked.get(entry.id)));
  const before = renderer.source(region);
  const after = renderer.render(resolver.plan(document, baked), region);
  const was = meanDifference(before, truth, chest);
  const faceBands = lightnessSamples(after, coverage(mixed, face));
  const chestBands = lightnessSamples(after, coverage(mixed, chest));
  const apart: number[] = [];
  faceBands.forEach(
    (band, i) =>
      band.length > 0 &&
      chestBands[i]!.length > 0 &&
      apart.push(
        ciede2000(
          convertSrgbLinearToCielabD50(meanLinear(band)),
          convertSrgbLinearToCielabD50(meanLinear(chestBands[i]!)),
        ),
      ),
  );
  return [
    {
      what: `${sitter} mixed light: chest matched to the face, ΔE00 to photo.jpg`,
      value: (100 * meanDifference(after, truth, chest)) / was,
      unit: `% of ${was.toFixed(1)}`,
      must: '≤ 40',
    },
    {
      what: `${sitter} mixed light: face and neck at equal lightness, mean over bands of 5 L*`,
      value: apart.reduce((sum, value) => sum + value, 0) / Math.max(1, apart.length),
      unit: 'ΔE00',
      must: '≤ 2',
    },
  ];
}

/** Blotchy skin evened by 70 %, on the true skin mask. */
async function evened(sitter: Sitter): Promise<Row[]> {
  const [blotchy, photo, mask] = [
    await portrait(sitter, 'blotchy'),
    await portrait(sitter, 'photo'),
    await truthMask(sitter, 'skin_face', 'skin_body'),
  ];
  const truth = whole(photo);
  const { before, after } = renderWhole(
    blotchy,
    photoOf(blotchy, area([]), [
      step('evenness', { hue: 0.7, saturation: 0.7, lightness: 0.7, size: null, blush: 0, marks: 1 }),
    ]),
    mask,
  );
  const was = meanDifference(before, truth, mask);
  const spread = hueSpread(before, mask);
  const left = hueSpread(after, mask);
  return [
    {
      what: `${sitter} blotchy: evened by 70 %, ΔE00 to photo.jpg`,
      value: (100 * meanDifference(after, truth, mask)) / was,
      unit: `% of ${was.toFixed(1)}`,
      must: '≤ 65',
    },
    {
      what: `${sitter} blotchy: spread of HSV hue after a Gaussian of 9 pixels falls (trend over lightness included)`,
      value: 100 * (1 - left / spread),
      unit: `% of ${spread.toFixed(1)}°`,
      must: '60 to 75',
    },
    {
      what: `${sitter} blotchy: texture correlation of L* (outlines of blotches, which go, count as texture)`,
      value: textureCorrelation(before, after, mask, TEXTURE_SIGMA),
      unit: '',
      must: '≥ 0.995',
    },
    {
      what: `${sitter} blotchy: texture correlation of L* to photo.jpg (before ${textureCorrelation(before, truth, mask, TEXTURE_SIGMA).toFixed(3)})`,
      value: textureCorrelation(after, truth, mask, TEXTURE_SIGMA),
      unit: '',
      must: 'more than before',
    },
  ];
}

/** What one or two rough lines give with edge finding, against the true mask. */
async function strokes(
  sitter: Sitter,
  part: string,
  masks: readonly string[],
  ...lines: readonly (readonly (readonly [number, number])[])[]
): Promise<Row[]> {
  const pyramid = await portrait(sitter, 'photo');
  const truth = await truthMask(sitter, ...masks);
  const parameters = {
    solver: 1,
    tolerance: 0.5,
    strokes: lines.map((points) => ({
      takes: true,
      radius: 10,
      points: points.map(([x, y]) => [x, y, 0.5]),
    })),
  };
  const { coverage: found } = renderWhole(
    pyramid,
    photoOf(pyramid, area([mark('edge-stroke', parameters)]), []),
  );
  return [
    {
      what: `${sitter} ${part} by ${lines.length} ${lines.length === 1 ? 'stroke' : 'strokes'} with edge finding: soft IoU`,
      value: softIou(found.data, truth),
      unit: '',
      must: '',
    },
  ];
}

export async function accuracy(): Promise<Row[]> {
  const rows: Row[] = [];
  for (const sitter of SITTERS) rows.push(...(await flareToNeutral(sitter)));
  for (const sitter of SITTERS) rows.push(...(await chestToFace(sitter)));
  for (const sitter of SITTERS) rows.push(...(await evened(sitter)));
  rows.push(...(await recoloured()));
  rows.push(
    ...(await strokes(
      'marit',
      'face',
      ['skin_face'],
      [
        [500, 330],
        [480, 450],
        [440, 560],
        [470, 700],
      ],
    )),
    ...(await strokes(
      'linnea',
      'face',
      ['skin_face'],
      [
        [520, 400],
        [440, 640],
        [480, 700],
      ],
    )),
    ...(await strokes(
      'jonas',
      'skin',
      ['skin_face', 'skin_body'],
      [
        [520, 300],
        [480, 560],
        [480, 760],
        [560, 1000],
      ],
    )),
    ...(await strokes(
      'adaeze',
      'skin',
      ['skin_face', 'skin_body'],
      [
        [520, 560],
        [500, 640],
        [480, 760],
        [560, 1000],
      ],
    )),
    ...(await strokes(
      'marit',
      'lips',
      ['lips'],
      [
        [490, 822],
        [530, 845],
        [580, 822],
      ],
    )),
    ...(await strokes(
      'marit',
      'hair',
      ['hair'],
      [
        [380, 300],
        [300, 500],
        [260, 900],
      ],
      [
        [650, 300],
        [850, 500],
        [850, 900],
      ],
    )),
  );
  return rows;
}
