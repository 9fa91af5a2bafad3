import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { hsvHueOfSrgbLinear } from '#core/colour/hueSolve';
import { encodeSrgb8 } from '#core/colour/transfer';
import { RUNGS } from '#core/document/schema';
import { areaMean } from '#core/measure/areaMean';
import { meanLinear } from '#core/measure/reading';
import { rungSamples } from '#core/measure/rungs';
import type { Pyramid } from '#core/raster/pyramid';
import { wholeRegion } from '#core/raster/raster';
import { sampleRegion } from '#core/raster/sampleRegion';
import { area, mark, photoOf, renderWhole, step } from '../tests/fixtures/plans';
import { SITTERS, portrait, truthMask } from '../tests/fixtures/truth';
import type { Sitter } from '../tests/fixtures/truth';
import { colourAt, meanDifference, softIou, textureCorrelation } from '../tests/references/measures';
import type { Row } from './report';

const whole = (pyramid: Pyramid) => sampleRegion(pyramid, wholeRegion(pyramid.width, pyramid.height));
const coverage = (pyramid: Pyramid, data: Uint8Array) => ({ space: 'coverage8' as const, width: pyramid.width, height: pyramid.height, data });
/** Gaussian that divides texture from shading: 1 % of a face of 450 pixels. */
const TEXTURE_SIGMA = 4.5;

/** Hue alone brought to the rungs of the neutral version, on the true skin mask. */
async function hueToNeutral(sitter: Sitter): Promise<Row[]> {
  const [flare, neutral, mask] = [await portrait(sitter, 'flare'), await portrait(sitter, 'neutral'), await truthMask(sitter, 'skin_face', 'skin_body')];
  const truth = whole(neutral), rungs = rungSamples(truth, coverage(neutral, mask));
  const targets = Object.fromEntries(RUNGS.map((rung) => [rung, hsvHueOfSrgbLinear(meanLinear(rungs[rung]))!]));
  const { before, after } = renderWhole(flare, photoOf(flare, area([]), [step('hue-to-target', targets)]), mask);
  const was = meanDifference(before, truth, mask), is = meanDifference(after, truth, mask);
  let chroma = 0, count = 0;
  mask.forEach((value, i) => {
    if (value < 255) return;
    const [, a0, b0] = convertSrgbLinearToOklab(colourAt(before, i)), [, a1, b1] = convertSrgbLinearToOklab(colourAt(after, i));
    chroma = Math.max(chroma, Math.abs(Math.hypot(a1, b1) / Math.hypot(a0, b0) - 1));
    count++;
  });
  return [
    { what: `${sitter} flare: hue alone to the neutral rungs, ΔE00 to the neutral version`, value: (100 * is) / was, unit: `% of ${was.toFixed(1)}`, must: '≤ 50 (deep skin 55; asked of a later slice)' },
    { what: `${sitter} flare: texture correlation of L* within skin`, value: textureCorrelation(before, after, mask, TEXTURE_SIGMA), unit: '', must: '≥ 0.995' },
    { what: `${sitter} flare: largest change of OKLCh chroma, ${count} pixels`, value: 100 * chroma, unit: '%', must: '< 1' },
  ];
}

/** Recolouring against the same scene rendered with another pigment, on the true mask, given the truth's mean colour. */
async function recolourToTruth(sitter: Sitter, part: 'iris' | 'lips' | 'hair'): Promise<Row[]> {
  if (sitter === 'jonas' && part === 'lips') return [];
  const [photo, recoloured, mask] = [await portrait(sitter, 'photo'), await portrait(sitter, 'recoloured'), await truthMask(sitter, part)];
  const truth = whole(recoloured), mean = areaMean(truth, coverage(recoloured, mask))!;
  const colour = `#${mean.map((channel) => encodeSrgb8(channel).toString(16).padStart(2, '0')).join('')}`;
  const { before, after } = renderWhole(photo, photoOf(photo, area([]), [step('recolour', { colour, variation: 1 })]), mask);
  return [{ what: `${sitter} ${part}: recoloured, ΔE00 to the truth (before ${meanDifference(before, truth, mask).toFixed(1)})`, value: meanDifference(after, truth, mask), unit: 'ΔE00', must: '' }];
}

/** What one or two rough lines give with edge finding, against the true mask. */
async function strokes(sitter: Sitter, part: string, masks: readonly string[], ...lines: readonly (readonly (readonly [number, number])[])[]): Promise<Row[]> {
  const pyramid = await portrait(sitter, 'photo'), truth = await truthMask(sitter, ...masks);
  const parameters = { solver: 1, tolerance: 0.5, strokes: lines.map((points) => ({ takes: true, radius: 10, points: points.map(([x, y]) => [x, y, 0.5]) })) };
  const { coverage: found } = renderWhole(pyramid, photoOf(pyramid, area([mark('edge-stroke', parameters)]), []));
  return [{ what: `${sitter} ${part} by ${lines.length} ${lines.length === 1 ? 'stroke' : 'strokes'} with edge finding: soft IoU`, value: softIou(found.data, truth), unit: '', must: '' }];
}

export async function accuracy(): Promise<Row[]> {
  const rows: Row[] = [];
  for (const sitter of SITTERS) rows.push(...(await hueToNeutral(sitter)));
  for (const sitter of SITTERS) for (const part of ['iris', 'lips', 'hair'] as const) rows.push(...(await recolourToTruth(sitter, part)));
  rows.push(
    ...(await strokes('marit', 'face', ['skin_face'], [[500, 330], [480, 450], [440, 560], [470, 700]])),
    ...(await strokes('linnea', 'face', ['skin_face'], [[520, 400], [440, 640], [480, 700]])),
    ...(await strokes('jonas', 'skin', ['skin_face', 'skin_body'], [[520, 300], [480, 560], [480, 760], [560, 1000]])),
    ...(await strokes('adaeze', 'skin', ['skin_face', 'skin_body'], [[520, 560], [500, 640], [480, 760], [560, 1000]])),
    ...(await strokes('marit', 'lips', ['lips'], [[490, 822], [530, 845], [580, 822]])),
    ...(await strokes('marit', 'hair', ['hair'], [[380, 300], [300, 500], [260, 900]], [[650, 300], [850, 500], [850, 900]])),
  );
  return rows;
}
