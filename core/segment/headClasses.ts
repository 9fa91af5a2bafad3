import { guidedCoefficients, prepareGuide } from '../raster/guidedFilter';
import type { PreparedGuide } from '../raster/guidedFilter';
import { imageToFace, signedDistance } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import { pixelCentre } from './headGrid';
import type { HeadGrid } from './headGrid';
import { fitMixture, mixtureDensity } from './mixture';
import type { Mixture } from './mixture';

/** What a person divides into before the features of the face are looked at. */
export const HEAD_CLASSES = ['skin', 'hair', 'clothes', 'background'] as const;
export type HeadClass = (typeof HEAD_CLASSES)[number];

/** Probability of each class per pixel; they sum to 1. */
export type HeadClasses = Readonly<Record<HeadClass, Float32Array>>;

const ROUNDS = 4, COMPONENTS = 6, MOST_SAMPLES = 4000;
/** OKLab steps that noise alone may make. */
const LEAST_SPREAD = [0.02, 0.006, 0.006] as const;
/** Density of a colour that no model foresaw, in OKLab^-3. */
const UNFORESEEN = 2;
const GUIDE_RADIUS = 4, GUIDE_EPSILON = 4e-5;
const SURE = 0.85;

/**
 * Divides a head's surroundings into skin, hair, clothes and background: where each may be in a face's
 * frame, times how likely its colour is under mixtures learnt from this very photo, smoothed along the
 * photo's edges; learnt and divided anew some times.
 * @param others true where another sitter's face lies
 * @see Dempster, Laird, Rubin 1977 for the alternation; Hosni and others 2013, "Fast cost-volume filtering"
 */
export function divideHead(grid: HeadGrid, others?: Uint8Array): HeadClasses {
  const priors = classPriors(grid, others), { outWidth: width, outHeight: height } = grid.region;
  const guide = prepareGuide(grid.oklab, width, height, GUIDE_RADIUS, GUIDE_EPSILON);
  let models = firstModels(grid, priors), classes = posterior(grid, priors, models, guide);
  for (let round = 1; round < ROUNDS; round++) {
    models = learn(grid, (name, i) => classes[name][i]! > SURE);
    classes = posterior(grid, priors, models, guide);
  }
  return classes;
}

/** Where each class may be, before colour is looked at. */
export function classPriors({ region, frame, person }: Pick<HeadGrid, 'region' | 'frame' | 'person'>, others?: Uint8Array): HeadClasses {
  const count = region.outWidth * region.outHeight, make = () => new Float32Array(count);
  const priors = { skin: make(), hair: make(), clothes: make(), background: make() };
  for (let row = 0, i = 0; row < region.outHeight; row++) {
    for (let column = 0; column < region.outWidth; column++, i++) {
      const place = placePrior(frame, imageToFace(frame, pixelCentre(region, column, row)));
      const inPerson = others?.[i] ? 0.02 : Math.min(0.98, Math.max(0.02, person[i]!)), total = place.skin + place.hair + place.clothes;
      priors.skin[i] = (inPerson * place.skin) / total;
      priors.hair[i] = (inPerson * place.hair) / total;
      priors.clothes[i] = (inPerson * place.clothes) / total;
      priors.background[i] = 1 - inPerson;
    }
  }
  return priors;
}

/** Weights of skin, hair and clothes at a place of the face's frame. */
function placePrior({ oval, chin }: FaceFrame, [u, v]: readonly [number, number]): Record<'skin' | 'hair' | 'clothes', number> {
  const beyond = signedDistance([u, v], oval), below = v - chin[1], aside = Math.abs(u - chin[0]);
  const clothes = 0.9 / (1 + Math.exp(-(below - 0.35) / 0.1)) + 0.004;
  if (beyond < 0) {
    const nearTop = v < -0.15 ? Math.exp(beyond / 0.07) : 0.5 * Math.exp(beyond / 0.035);
    return { skin: 1 - 0.45 * nearTop, hair: 0.02 + 0.43 * nearTop, clothes: 0.002 };
  }
  if (below > -0.05) {
    const neck = aside < 0.5 ? 0.6 : 0.25;
    return { skin: neck, hair: 0.4 * Math.exp(-Math.max(0, below) / 1.3) + 0.02, clothes };
  }
  const ear = v > -0.15 && v < chin[1] - 0.3 ? 0.35 * Math.exp(-beyond / 0.09) : v >= chin[1] - 0.3 ? 0.35 * Math.exp(-beyond / 0.2) : 0.22 * Math.exp(-beyond / 0.05);
  return { skin: ear + 0.012, hair: 0.85, clothes };
}

/** The first look: sure places, less what has the colour of the face where hair and clothes are looked for. */
function firstModels(grid: HeadGrid, priors: HeadClasses): Record<HeadClass, Mixture> {
  const { region, frame } = grid, inner = new Uint8Array(region.outWidth * region.outHeight);
  for (let row = 0, i = 0; row < region.outHeight; row++) {
    for (let column = 0; column < region.outWidth; column++, i++) {
      const [u, v] = imageToFace(frame, pixelCentre(region, column, row));
      // Cheeks, nose and chin: below the eyes, off the lips, and never under a fringe.
      if (v > 0.12 && signedDistance([u, v], frame.oval) < -0.07) inner[i] = 1;
    }
  }
  const skin = fit(grid, (i) => inner[i] === 1);
  const unlikeSkin = (i: number) => density(skin, grid, i) < 12;
  return {
    skin,
    hair: fit(grid, (i) => priors.hair[i]! > 0.7 && unlikeSkin(i)),
    clothes: fit(grid, (i) => priors.clothes[i]! > 0.55 && unlikeSkin(i)),
    background: fit(grid, (i) => priors.background[i]! > 0.9),
  };
}

function learn(grid: HeadGrid, belongs: (name: HeadClass, index: number) => boolean): Record<HeadClass, Mixture> {
  const of = (name: HeadClass) => fit(grid, (i) => belongs(name, i));
  return { skin: of('skin'), hair: of('hair'), clothes: of('clothes'), background: of('background') };
}

function fit({ oklab }: HeadGrid, belongs: (index: number) => boolean): Mixture {
  const members: number[] = [];
  for (let i = 0; i < oklab.length / 3; i++) if (belongs(i)) members.push(i);
  const stride = Math.max(1, members.length / MOST_SAMPLES);
  const samples = Array.from({ length: Math.min(members.length, MOST_SAMPLES) }, (_, n) => members[Math.floor(n * stride)]!);
  return fitMixture(oklab, samples, COMPONENTS, LEAST_SPREAD);
}

function density(model: Mixture, { oklab }: HeadGrid, i: number): number {
  return mixtureDensity(model, oklab[3 * i]!, oklab[3 * i + 1]!, oklab[3 * i + 2]!);
}

function posterior(grid: HeadGrid, priors: HeadClasses, models: Record<HeadClass, Mixture>, guide: PreparedGuide): HeadClasses {
  const count = grid.person.length, raw = Object.fromEntries(HEAD_CLASSES.map((name) => [name, new Float32Array(count)])) as Record<HeadClass, Float32Array>;
  for (let i = 0; i < count; i++) {
    let sum = 0;
    for (const name of HEAD_CLASSES) sum += raw[name][i] = priors[name][i]! * (density(models[name], grid, i) + UNFORESEEN);
    for (const name of HEAD_CLASSES) raw[name][i]! /= sum;
  }
  const smooth = Object.fromEntries(HEAD_CLASSES.map((name) => [name, smoothAlong(guide, raw[name])])) as Record<HeadClass, Float32Array>;
  for (let i = 0; i < count; i++) {
    let sum = 0;
    for (const name of HEAD_CLASSES) sum += smooth[name][i] = Math.max(0, smooth[name][i]!);
    for (const name of HEAD_CLASSES) smooth[name][i]! /= sum || 1;
  }
  return smooth;
}

function smoothAlong(guide: PreparedGuide, mask: Float32Array): Float32Array {
  const { data } = guidedCoefficients(guide, mask), [r, g, b] = guide.planes;
  return Float32Array.from(mask, (_, i) => data[4 * i]! * r[i]! + data[4 * i + 1]! * g[i]! + data[4 * i + 2]! * b[i]! + data[4 * i + 3]!);
}
