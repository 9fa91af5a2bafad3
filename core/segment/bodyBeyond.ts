import { clampUnit } from '../math/clamp';
import { fastLog } from '../colour/fastLog';
import { mapPlane } from '../raster/mapPlane';
import type { Pyramid } from '../raster/pyramid';
import type { LinearRaster, Region } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import {
  BODY_COLOUR_SPREAD,
  BODY_COMPONENTS,
  BODY_GRID_LONG_SIDE,
  BODY_SAMPLES,
  BODY_SURE,
  BODY_UNFORESEEN,
  BODY_VIEW_LONG_SIDE,
  LEAST_BEYOND,
  REACH_OF_BODY,
  SEAM,
  SKIN_OF_BODY,
} from './bodyParameters';
import { carriedTo } from './carriedTo';
import { sharpened } from './headClasses';
import type { HeadClasses } from './classShares';
import { pixelCentre } from '../raster/raster';
import { oklabOf } from './headGrid';
import type { HeadGrid } from './headGrid';
import { OWN_FROM } from './headParameters';
import { fitMixture, mixtureDensities, sampleOf } from './mixture';
import type { Mixture } from './mixture';
import { ownShare } from './nearness';
import { narrowed, reachOf, regionOf } from './reach';

/** What a sitter shows beyond the surroundings of the head, coverage 0..1 each. */
export interface BodyBeyond {
  readonly region: Region;
  readonly skin: Float32Array;
  readonly clothes: Float32Array;
  readonly background: Float32Array;
}

/**
 * Arms, hands, legs and clothes to the frame's edge: within the silhouette, skin is what has the colour of
 * this sitter's skin whatever the light's strength, and the rest is clothes.
 * @param grid the head's surroundings, with what they divide into
 * @param view the part of the photo that these cover, which is left out
 * @returns undefined where the head's surroundings reach the frame
 */
export function bodyBeyond(
  pyramid: Pyramid,
  grid: HeadGrid,
  { classes, view }: { readonly classes: HeadClasses; readonly view: Region },
): BodyBeyond | undefined {
  const { frame } = grid;
  const shareAt = ownShare(frame, grid.others);
  const reach = narrowed(reachOf(pyramid, frame, REACH_OF_BODY), (point) => shareAt(point) > OWN_FROM);
  const region = regionOf(reach, BODY_GRID_LONG_SIDE);
  const least = LEAST_BEYOND * frame.unit;
  const beyond = [
    view.x - region.x,
    view.y - region.y,
    region.x + region.width - view.x - view.width,
    region.y + region.height - view.y - view.height,
  ];
  if (beyond.every((reach) => reach < least)) return undefined;
  const source = sampleRegion(pyramid, region);
  const shares = bodyShares(grid, classes, { region, source });
  const fine = regionOf(reach, BODY_VIEW_LONG_SIDE);
  const [skin, clothes, background] = carriedTo(
    [shares.skin, shares.clothes, shares.background],
    { region, source },
    { region: fine, source: sampleRegion(pyramid, fine) },
  ) as [Float32Array, Float32Array, Float32Array];
  const outside = outsideOf(view, fine, SEAM * frame.unit, pyramid);
  const beyondView = (plane: Float32Array) => mapPlane(plane, (share, i) => share * outside[i]!);
  return {
    region: fine,
    skin: beyondView(skin),
    clothes: beyondView(clothes),
    background,
  };
}

/** Skin, clothes and background over a body's region, by silhouette and by the colours that the head tells. */
function bodyShares(
  grid: HeadGrid,
  classes: HeadClasses,
  { region, source }: { readonly region: Region; readonly source: LinearRaster },
): Record<'skin' | 'clothes' | 'background', Float32Array> {
  const models = {
    skin: learn(grid, classes.skin),
    clothes: learn(grid, classes.clothes),
    background: learn(grid, classes.background),
  };
  const seen = chromaOf(oklabOf(source));
  const asSkin = mixtureDensities(models.skin, seen);
  const asClothes = mixtureDensities(models.clothes, seen);
  const asBackground = mixtureDensities(models.background, seen);
  const count = region.outWidth * region.outHeight;
  const shares = {
    skin: new Float32Array(count),
    clothes: new Float32Array(count),
    background: new Float32Array(count),
  };
  const shareAt = ownShare(grid.frame, grid.others);
  for (let row = 0, i = 0; row < region.outHeight; row++)
    for (let column = 0; column < region.outWidth; column++, i++) {
      const point = pixelCentre(region, column, row);
      const share = shareAt(point);
      const inPerson = sharpened(grid.person(point));
      const skin = inPerson * SKIN_OF_BODY * asSkin[i]!;
      const clothes = inPerson * (1 - SKIN_OF_BODY) * (asClothes[i]! + BODY_UNFORESEEN);
      const background = (1 - inPerson) * (asBackground[i]! + BODY_UNFORESEEN);
      const sum = skin + clothes + background || 1;
      shares.skin[i] = (share * skin) / sum;
      shares.clothes[i] = (share * clothes) / sum;
      shares.background[i] = background / sum;
    }
  return shares;
}

/**
 * Colours so that the strength of light hardly counts: in OKLab light of another strength scales all three
 * alike, so a and b are taken by lightness.
 * @returns interleaved logarithm of lightness, a / L, b / L
 */
function chromaOf(oklab: Float32Array): Float32Array {
  const out = new Float32Array(oklab.length);
  for (let p = 0; p < oklab.length; p += 3) {
    const lightness = Math.max(0.05, oklab[p]!);
    out[p] = fastLog(lightness);
    out[p + 1] = oklab[p + 1]! / lightness;
    out[p + 2] = oklab[p + 2]! / lightness;
  }
  return out;
}

function learn({ oklab }: HeadGrid, shares: Float32Array): Mixture {
  const samples = sampleOf(shares.length, (i) => shares[i]! > BODY_SURE, BODY_SAMPLES);
  return fitMixture(chromaOf(oklab), samples, BODY_COMPONENTS, BODY_COLOUR_SPREAD);
}

/** 0 within a rectangle, 1 outside it, over a seam inside its borders; a border on the photo's own has none. */
function outsideOf(
  view: Region,
  fine: Region,
  seam: number,
  { width, height }: { readonly width: number; readonly height: number },
): Float32Array {
  const right = view.x + view.width;
  const bottom = view.y + view.height;
  const out = new Float32Array(fine.outWidth * fine.outHeight);
  for (let row = 0, i = 0; row < fine.outHeight; row++)
    for (let column = 0; column < fine.outWidth; column++, i++) {
      const [x, y] = pixelCentre(fine, column, row);
      const depth = Math.min(
        view.x > 0 ? x - view.x : Infinity,
        view.y > 0 ? y - view.y : Infinity,
        right < width ? right - x : Infinity,
        bottom < height ? bottom - y : Infinity,
      );
      out[i] = clampUnit(1 - depth / seam);
    }
  return out;
}
