import { fastExp } from '../colour/fastLog';
import { clamp, clampUnit } from '../math/clamp';
import { smoothstep } from '../math/smoothstep';
import { boxMeansTwice } from '../raster/boxMeans';
import { prepareGuide, smoothedAlong } from '../raster/guidedFilter';
import type { PreparedGuide } from '../raster/guidedFilter';
import { heedChroma } from './faceChroma';
import { imageToFace } from './faceFrame';
import { HEAD_CLASSES, isAbsent, ofEachClass, shareOut } from './classShares';
import type { HeadClass, HeadClasses } from './classShares';
import { isAnywhere, mapPlane } from '../raster/mapPlane';
import { maskGrow } from '../raster/maskGrow';
import { pixelCentre } from '../raster/raster';
import { resizePlane } from './planes';
import type { HeadGrid } from './headGrid';
import { fitMixture, mixtureDensities, sampleOf } from './mixture';
import type { Mixture } from './mixture';
import { ownShare } from './nearness';
import {
  BARE_LEFT,
  CLASS_COMPONENTS,
  CLASS_GUIDE_EPSILON,
  CLASS_GUIDE_RADIUS,
  CLASS_ROUNDS,
  CLASS_SAMPLES,
  CLASS_SPREAD,
  CLASS_SURE,
  CLASS_TOLD,
  CLASS_UNFORESEEN,
  CLOTH_BELOW,
  LEAST_ROUGH_SPREAD,
  LEAST_SURE,
  LEAST_TOLD,
  OF_BODY,
  SEEN_FROM,
  SILHOUETTE_DEPTH,
  SILHOUETTE_FROM,
  SILHOUETTE_FULL,
  SILHOUETTE_INSIDE,
  SILHOUETTE_REACH,
  SUREST,
  UNSEEN_BELOW,
  UNSEEN_CHIN,
  UNSEEN_FROM,
  UNSEEN_LEFT,
  UNSEEN_REACH,
  UNSEEN_TO,
} from './headParameters';

/** What a class looks like in this photo. */
interface ClassModel {
  readonly colours: Mixture;
  /** mean and standard deviation of the roughness */
  readonly rough: readonly [number, number];
}
type ClassModels = Readonly<Record<HeadClass, ClassModel>>;

/**
 * Divides a head's surroundings: where the parser sees each class, times how likely the colour is under
 * mixtures learnt from this very photo, smoothed along the photo's edges; learnt and divided anew some times.
 * @param small the same head at half the size
 * @see Dempster, Laird, Rubin 1977 for the alternation; Hosni and others 2013, "Fast cost-volume filtering"
 */
export function divideHead(grid: HeadGrid, small: HeadGrid): HeadClasses {
  // Models are learnt on a smaller grid: a quarter of the pixels tells as much about colours.
  const smallPriors = classPriors(small);
  const smallGuide = guideOf(small);
  let models = learn(small, smallPriors, CLASS_TOLD);
  for (let round = 1; round < CLASS_ROUNDS; round++) {
    const classes = posterior(small, smallPriors, models, smallGuide);
    models = learn(small, classes, CLASS_SURE);
  }
  heedParser(small, smallPriors);
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

/**
 * Where each class may be, before colour is looked at: as the parser says; where it did not look, as silhouette
 * and distance say.
 */
function classPriors(grid: HeadGrid): HeadClasses {
  const { region, frame, person, others, parsed } = grid;
  const priors = ofEachClass((name) => mapPlane(parsed.shares[name], (share) => Math.max(LEAST_TOLD, share)));
  const planes = HEAD_CLASSES.map((name) => priors[name]);
  const shareAt = ownShare(frame, others);
  const { skin, hair, clothes, background, others: beside } = priors;
  for (let row = 0, i = 0; row < region.outHeight; row++)
    for (let column = 0; column < region.outWidth; column++, i++) {
      const trust = parsed.trust[i]!;
      if (trust === 1) continue;
      const point = pixelCentre(region, column, row);
      const inPerson = sharpened(person(point));
      const share = shareAt(point);
      for (const plane of planes) plane[i]! *= trust;
      background[i]! += (1 - trust) * (1 - inPerson);
      beside[i]! += (1 - trust) * inPerson * (1 - share);
      const body = (1 - trust) * inPerson * share;
      skin[i]! += body * OF_BODY.skin;
      hair[i]! += body * OF_BODY.hair;
      clothes[i]! += body * OF_BODY.clothes;
    }
  shareOut(priors);
  heedSilhouette(grid, priors);
  heedChroma(grid, priors);
  shareOut(priors);
  return priors;
}

/**
 * Beside a neck hair is where the parser sees some of it near by: collars, shade and dark ground only look like it. It
 * is taken only once classes have learnt their colours: taken before, a shirt in warm light was learnt as skin.
 */
function heedParser({ region, frame, parsed }: HeadGrid, { hair }: Pick<HeadClasses, 'hair'>): void {
  const { outWidth: width, outHeight: height } = region;
  const near = maskGrow(
    parsed.shares.hair,
    width,
    height,
    (UNSEEN_REACH * frame.unit * width) / region.width,
  );
  for (let row = 0, i = 0; row < height; row++)
    for (let column = 0; column < width; column++, i++) {
      const [, v] = imageToFace(frame, pixelCentre(region, column, row));
      const beside =
        smoothstep((v - UNSEEN_FROM) / (UNSEEN_TO - UNSEEN_FROM)) *
        (1 - smoothstep((v - frame.chin[1]) / UNSEEN_CHIN));
      const unseen = 1 - smoothstep((near[i]! - UNSEEN_BELOW) / (SEEN_FROM - UNSEEN_BELOW));
      hair[i]! *= 1 - beside * parsed.trust[i]! * (1 - UNSEEN_LEFT) * unseen;
    }
}

/**
 * The silhouette has a say beside the parser: far from where it shows anybody there is hardly anything of a sitter, and
 * deep within, below the chin, hardly any background.
 */
function heedSilhouette({ region, frame, person }: HeadGrid, priors: HeadClasses): void {
  const { outWidth: width, outHeight: height } = region;
  const seen = mapPlane(priors.background, (_, i) =>
    person(pixelCentre(region, i % width, Math.floor(i / width))),
  );
  if (!seen.some((share) => share > SILHOUETTE_FROM)) return;
  const meansOf = (isMeant: (share: number) => boolean, reach: number) =>
    boxMeansTwice(
      mapPlane(seen, (share) => Number(isMeant(share))),
      {
        channels: 1,
        width,
        height,
        radius: Math.max(1, Math.round((reach * frame.unit * width) / region.width / 2)),
      },
    );
  const near = meansOf((share) => share > SILHOUETTE_FROM, SILHOUETTE_REACH);
  const outside = meansOf((share) => share < SILHOUETTE_INSIDE, SILHOUETTE_DEPTH);
  const { background, others } = priors;
  for (let i = 0; i < near.length; i++) {
    const own = 1 - background[i]! - others[i]!;
    const left = BARE_LEFT + (1 - BARE_LEFT) * clampUnit(near[i]! / SILHOUETTE_FULL);
    const [, v] = imageToFace(frame, pixelCentre(region, i % width, Math.floor(i / width)));
    const below = smoothstep((v - frame.chin[1]) / CLOTH_BELOW);
    const taken = below * (1 - BARE_LEFT) * (1 - clampUnit(outside[i]! / SILHOUETTE_FULL));
    const scale = (left * own + taken * background[i]!) / (own || 1);
    if (own <= 0 || scale === 1) continue;
    background[i] = 1 - others[i]! - own * scale;
    for (const name of HEAD_CLASSES)
      if (name !== 'background' && name !== 'others') priors[name][i]! *= scale;
  }
}

/** The person network is surer than it says: its odds count squared. */
export function sharpened(probability: number): number {
  const p = clamp(probability, 0.03, 0.97);
  return (p * p) / (p * p + (1 - p) * (1 - p));
}

/** Learns every class from where it is sure; one that is nowhere so sure, as a thin beard, where it is surest. */
function learn(grid: HeadGrid, classes: HeadClasses, sure: number): ClassModels {
  return ofEachClass((name) => {
    const shares = classes[name];
    let most = 0;
    for (let i = 0; i < shares.length; i++) if (shares[i]! > most) most = shares[i]!;
    const from = Math.min(sure, SUREST * most);
    return fit(grid, (i) => most > LEAST_SURE && shares[i]! > from);
  });
}

function fit({ oklab, rough }: HeadGrid, belongs: (index: number) => boolean): ClassModel {
  const samples = sampleOf(rough.length, belongs, CLASS_SAMPLES);
  const mean = samples.reduce((sum, i) => sum + rough[i]!, 0) / (samples.length || 1);
  const spread = Math.sqrt(
    samples.reduce((sum, i) => sum + (rough[i]! - mean) ** 2, 0) / (samples.length || 1),
  );
  return {
    colours: fitMixture(oklab, samples, CLASS_COMPONENTS, CLASS_SPREAD),
    rough: [mean, Math.max(LEAST_ROUGH_SPREAD, spread)],
  };
}

/** How likely every pixel looks as it does in a class, by its colour and its roughness. */
function densities({ colours, rough: [mean, spread] }: ClassModel, { oklab, rough }: HeadGrid): Float32Array {
  const out = mixtureDensities(colours, oklab);
  for (let i = 0; i < out.length; i++) {
    const apart = (rough[i]! - mean) / spread;
    out[i]! *= fastExp(-0.5 * apart * apart) / spread;
  }
  return out;
}

function posterior(
  grid: HeadGrid,
  priors: HeadClasses,
  models: ClassModels,
  guide: PreparedGuide,
): HeadClasses {
  // One class after the other over the whole raster: the model stays at hand.
  const raw = ofEachClass((name) => {
    const map = new Float32Array(grid.rough.length);
    const prior = priors[name];
    if (!isAnywhere(prior)) return map;
    const likely = densities(models[name], grid);
    for (let i = 0; i < map.length; i++)
      if (prior[i]! > 0) map[i] = prior[i]! * (likely[i]! + CLASS_UNFORESEEN);
    return map;
  });
  shareOut(raw);
  const smooth = ofEachClass((name) =>
    isAbsent(raw[name]) ? raw[name].fill(0) : smoothedAlong(guide, raw[name]),
  );
  shareOut(smooth);
  return smooth;
}
