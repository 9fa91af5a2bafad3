import { sigmoid } from '../math/sigmoid';
import { clamp } from '../math/clamp';
import { guidedCoefficients, prepareGuide } from '../raster/guidedFilter';
import type { PreparedGuide } from '../raster/guidedFilter';
import { imageToFace, signedDistance } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import type { LandmarkPoint } from './faceLandmarks';
import { pixelCentre } from './headGrid';
import { resizePlane } from './planes';
import type { HeadGrid } from './headGrid';
import { fitMixture, mixtureDensity } from './mixture';
import type { Mixture } from './mixture';
import {
  CLASS_COMPONENTS,
  CLASS_GUIDE_EPSILON,
  CLASS_GUIDE_RADIUS,
  CLASS_ROUNDS,
  CLASS_SAMPLES,
  CLASS_SPREAD,
  CLASS_SURE,
  CLASS_UNFORESEEN,
  FACE_RIM,
  FAR_FROM_FACE,
  LEAST_ROUGH_SPREAD,
  NO_SKIN_CLOTH,
  NO_SKIN_HAIR,
  OF_FACE,
  SITTERS_MEETING,
} from './headParameters';

/**
 * What a head and its surroundings divide into before the features of the face are looked at; `others` are
 * the other sitters.
 */
export const HEAD_CLASSES = ['skin', 'hair', 'clothes', 'background', 'others'] as const;
export type HeadClass = (typeof HEAD_CLASSES)[number];

/** Probability of each class per pixel; they sum to 1. */
export type HeadClasses = Readonly<Record<HeadClass, Float32Array>>;

/** What a class looks like in this photo. */
interface ClassModel {
  readonly colours: Mixture;
  /** mean and standard deviation of the roughness */
  readonly rough: readonly [number, number];
}
type ClassModels = Readonly<Record<HeadClass, ClassModel>>;

/**
 * Divides a head's surroundings into skin, hair, clothes and background: where each may be in a face's
 * frame, times how likely its colour is under mixtures learnt from this very photo, smoothed along the
 * photo's edges; learnt and divided anew some times.
 * @param small the same head at half the size
 * @see Dempster, Laird, Rubin 1977 for the alternation; Hosni and others 2013, "Fast cost-volume filtering"
 */
export function divideHead(grid: HeadGrid, small: HeadGrid): HeadClasses {
  // Models are learnt on a smaller grid: a quarter of the pixels tells as much about colours.
  const smallPriors = classPriors(small);
  const smallGuide = guideOf(small);
  let models = firstModels(small, smallPriors);
  for (let round = 1; round < CLASS_ROUNDS; round++) {
    const classes = posterior(small, smallPriors, models, smallGuide);
    models = learn(small, (name, i) => classes[name][i]! > CLASS_SURE);
  }
  return posterior(grid, enlarge(smallPriors, small, grid), models, guideOf(grid));
}

/** Priors run smoothly: what a small grid says of places is told to a larger one. */
function enlarge(priors: HeadClasses, { region: from }: HeadGrid, { region: to }: HeadGrid): HeadClasses {
  return ofEachClass((name) =>
    resizePlane(priors[name], {
      width: from.outWidth,
      height: from.outHeight,
      newWidth: to.outWidth,
      newHeight: to.outHeight,
    }),
  );
}

function guideOf({ oklab, region }: HeadGrid): PreparedGuide {
  return prepareGuide(oklab, {
    width: region.outWidth,
    height: region.outHeight,
    radius: CLASS_GUIDE_RADIUS,
    epsilon: CLASS_GUIDE_EPSILON,
  });
}

/** Where each class may be, before colour is looked at. */
function classPriors({ region, frame, person, others }: HeadGrid): HeadClasses {
  const priors = ofEachClass(() => new Float32Array(region.outWidth * region.outHeight));
  for (let row = 0, i = 0; row < region.outHeight; row++) {
    for (let column = 0; column < region.outWidth; column++, i++) {
      const point = pixelCentre(region, column, row);
      const place = placePrior(frame, imageToFace(frame, point));
      // A face is no background, whatever the silhouette of a group says; a place is the sitter's whose head
      // is nearer, in its own widths.
      const own = headDistance(frame, point);
      let inPerson = Math.max(sharpened(person[i]!), ofFace(own));
      let share = 1;
      for (const other of others) {
        const away = headDistance(other, point);
        inPerson = Math.max(inPerson, ofFace(away));
        share = Math.min(share, sigmoid((away.toHead - own.toHead) / SITTERS_MEETING));
      }
      const total = place.skin + place.hair + place.clothes;
      priors.skin[i] = (inPerson * share * place.skin) / total;
      priors.hair[i] = (inPerson * share * place.hair) / total;
      priors.clothes[i] = (inPerson * share * place.clothes) / total;
      priors.others[i] = inPerson * (1 - share);
      priors.background[i] = 1 - inPerson;
    }
  }
  return priors;
}

/** The person network is surer than it says: its odds count squared. */
function sharpened(probability: number): number {
  const p = clamp(probability, 0.03, 0.97);
  return (p * p) / (p * p + (1 - p) * (1 - p));
}

/** The face's share of a place by its distance from the oval. */
function ofFace({ toOval }: HeadDistance): number {
  return OF_FACE * sigmoid(-toOval / FACE_RIM);
}

/** How far a place lies from a head, face widths. */
export interface HeadDistance {
  /** to the face's oval, negative inside */
  readonly toOval: number;
  /** to the middle line of head and body: short upward and aside, free downward; negative inside the oval */
  readonly toHead: number;
}

/** How far a point of the photo lies from a sitter, in face widths. */
export function headDistance(frame: FaceFrame, point: LandmarkPoint): HeadDistance {
  const [u, v] = imageToFace(frame, point);
  const far = Math.hypot(u, v) - FAR_FROM_FACE;
  // Far out the oval counts as a circle.
  const toOval = far > FAR_FROM_FACE ? far : signedDistance([u, v], frame.oval);
  return {
    toOval,
    toHead:
      v > frame.chin[1]
        ? Math.hypot(Math.max(0, Math.abs(u - frame.chin[0]) - 0.5), 0.4 * Math.max(0, v - frame.chin[1]))
        : toOval,
  };
}

/** Weights of skin, hair and clothes at a place of the face's frame. */
function placePrior(
  { oval, chin }: FaceFrame,
  [u, v]: LandmarkPoint,
): Record<'skin' | 'hair' | 'clothes', number> {
  const beyond = signedDistance([u, v], oval);
  const below = v - chin[1];
  const aside = Math.abs(u - chin[0]);
  const clothes = 0.9 * sigmoid((below - 0.35) / 0.1) + 0.004;
  if (beyond < 0) {
    // Hair may fall over the forehead and the temples, hardly over the jaw.
    const fringe =
      v < -0.15
        ? Math.exp(beyond / 0.07)
        : (0.15 + 0.35 * sigmoid(-(below + 0.4) / 0.05)) * Math.exp(beyond / 0.05);
    return { skin: 1 - 0.45 * fringe, hair: 0.02 + 0.43 * fringe, clothes: 0.002 };
  }
  // What lies in the shade under the chin is as dark as hair, yet skin.
  const throat =
    (Math.exp(-((aside / 0.4) ** 4)) * Math.exp(-Math.max(0, below) / 0.8)) /
    (1 + Math.exp(-(below + 0.25) / 0.04));
  const hair = 0.85 * Math.exp(-Math.max(0, below) / 1.3) * (1 - 0.5 * sigmoid((below + 0.05) / 0.04));
  const ear =
    v < -0.15
      ? 0.22 * Math.exp(-beyond / 0.05)
      : 0.35 * Math.exp(-beyond / (0.09 + 0.11 * sigmoid((below + 0.3) / 0.05)));
  const bare = below > -0.05 ? 0.12 : ear + 0.012;
  return {
    skin: bare + 0.6 * throat,
    hair: (hair + 0.01) * (1 - 0.94 * throat),
    clothes: clothes * (1 - 0.5 * throat),
  };
}

/**
 * The first look: sure places, less what has the colour of the face where hair and clothes are looked for.
 */
function firstModels(grid: HeadGrid, priors: HeadClasses): ClassModels {
  const { region, frame } = grid;
  const inner = new Uint8Array(region.outWidth * region.outHeight);
  for (let row = 0, i = 0; row < region.outHeight; row++) {
    for (let column = 0; column < region.outWidth; column++, i++) {
      const [u, v] = imageToFace(frame, pixelCentre(region, column, row));
      // Cheeks, nose and chin: below the eyes, off the lips, and never under a fringe.
      if (v > 0.12 && signedDistance([u, v], frame.oval) < -0.07) inner[i] = 1;
    }
  }
  const skin = fit(grid, (i) => inner[i] === 1);
  const unlikeSkin = (i: number, below: number) =>
    mixtureDensity(skin.colours, grid.oklab[3 * i]!, grid.oklab[3 * i + 1]!, grid.oklab[3 * i + 2]!) < below;
  return {
    skin,
    hair: fit(grid, (i) => priors.hair[i]! > 0.7 && unlikeSkin(i, NO_SKIN_HAIR)),
    clothes: fit(grid, (i) => priors.clothes[i]! > 0.55 && unlikeSkin(i, NO_SKIN_CLOTH)),
    background: fit(grid, (i) => priors.background[i]! > 0.9),
    others: fit(grid, (i) => priors.others[i]! > 0.9),
  };
}

function learn(grid: HeadGrid, belongs: (name: HeadClass, index: number) => boolean): ClassModels {
  return ofEachClass((name) => fit(grid, (i) => belongs(name, i)));
}

function fit({ oklab, rough }: HeadGrid, belongs: (index: number) => boolean): ClassModel {
  const members: number[] = [];
  for (let i = 0; i < rough.length; i++) if (belongs(i)) members.push(i);
  const stride = Math.max(1, members.length / CLASS_SAMPLES);
  const samples = Array.from(
    { length: Math.min(members.length, CLASS_SAMPLES) },
    (_, n) => members[Math.floor(n * stride)]!,
  );
  const mean = samples.reduce((sum, i) => sum + rough[i]!, 0) / (samples.length || 1);
  const spread = Math.sqrt(
    samples.reduce((sum, i) => sum + (rough[i]! - mean) ** 2, 0) / (samples.length || 1),
  );
  return {
    colours: fitMixture(oklab, samples, CLASS_COMPONENTS, CLASS_SPREAD),
    rough: [mean, Math.max(LEAST_ROUGH_SPREAD, spread)],
  };
}

function density(
  { colours, rough: [mean, spread] }: ClassModel,
  { oklab, rough }: HeadGrid,
  i: number,
): number {
  const apart = (rough[i]! - mean) / spread;
  return (
    (mixtureDensity(colours, oklab[3 * i]!, oklab[3 * i + 1]!, oklab[3 * i + 2]!) *
      Math.exp(-0.5 * apart * apart)) /
    spread
  );
}

function posterior(
  grid: HeadGrid,
  priors: HeadClasses,
  models: ClassModels,
  guide: PreparedGuide,
): HeadClasses {
  // One class after the other over the whole raster: the model stays at hand.
  const raw = ofEachClass((name) => {
    const map = new Float32Array(grid.person.length);
    const prior = priors[name];
    const model = models[name];
    for (let i = 0; i < map.length; i++)
      if (prior[i]! > 0) map[i] = prior[i]! * (density(model, grid, i) + CLASS_UNFORESEEN);
    return map;
  });
  shareOut(raw);
  const smooth = ofEachClass((name) =>
    name === 'others' && grid.others.length === 0 ? raw[name] : smoothAlong(guide, raw[name]),
  );
  shareOut(smooth);
  return smooth;
}

/** Makes the classes of every pixel sum to 1, none below 0. */
export function shareOut({ skin, hair, clothes, background, others }: HeadClasses): void {
  for (let i = 0; i < skin.length; i++) {
    const s = Math.max(0, skin[i]!);
    const h = Math.max(0, hair[i]!);
    const c = Math.max(0, clothes[i]!);
    const b = Math.max(0, background[i]!);
    const o = Math.max(0, others[i]!);
    const share = 1 / (s + h + c + b + o || 1);
    skin[i] = s * share;
    hair[i] = h * share;
    clothes[i] = c * share;
    background[i] = b * share;
    others[i] = o * share;
  }
}

/** A record with a value for every class. */
export function ofEachClass<Value>(make: (name: HeadClass) => Value): Record<HeadClass, Value> {
  return {
    skin: make('skin'),
    hair: make('hair'),
    clothes: make('clothes'),
    background: make('background'),
    others: make('others'),
  };
}

function smoothAlong(guide: PreparedGuide, mask: Float32Array): Float32Array {
  const { data } = guidedCoefficients(guide, mask);
  const [r, g, b] = guide.planes;
  const out = new Float32Array(mask.length);
  for (let i = 0, o = 0; i < out.length; i++, o += 4)
    out[i] = data[o]! * r[i]! + data[o + 1]! * g[i]! + data[o + 2]! * b[i]! + data[o + 3]!;
  return out;
}
