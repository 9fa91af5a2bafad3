import { evaluateGuided, guideOfLinear } from '../raster/guidedEvaluate';
import { boxMeans, guidedCoefficients, prepareGuide } from '../raster/guidedFilter';
import type { LinearRaster, Region } from '../raster/raster';
import { HEAD_CLASSES } from './headClasses';
import type { HeadClass, HeadClasses } from './headClasses';
import type { HeadGrid } from './headGrid';
import { LOCAL_CHANNELS, localColours, placeBetween } from './localColours';
import type { LocalColours } from './localColours';
import { shrinkPlane } from './planes';

const GUIDE_RADIUS = 3, GUIDE_EPSILON = 1e-4;
/** Windows of the local colours, and the band about the hair in which single strands are looked for, in face widths. */
const COLOUR_REACH = 0.2, STRAND_REACH = 0.11;
/** Standard deviations of the ground that are not yet a strand, of the mean of nine pixels. */
const GROUND_NOISE = 1.2;
/** Window that tells how deep inside the hair a place lies, in face widths, and the share of hair in it that is deep. */
const SURE_REACH = 0.06, SURE_FROM = 0.93, SURE_TO = 0.995;
/** Share of hair about a place from which on it counts as beside the hair. */
const BESIDE = 0.05;
/** Share of hair about a place above which the ground there is not trusted to be bare. */
const BARE_BELOW = 0.5;
/** Skin under the first strands lies in their shade and looks like more hair than there is: a share counts as its power. */
const SHADED_SKIN = 2.6;
/** On skin and cloth, hair is no lone line: share of hair about a place up to which it is doubted. */
const LONE = 0.2;

/**
 * Brings the classes of a head to a finer raster: along the photo's edges everywhere, and in a band about
 * the hair by how each pixel's colour mixes from hair and ground near it, so that single strands have
 * fractional coverage.
 * @param small the same head at half the size: colours near a place run smoothly
 * @param fine the photo's pixels of the same part at the finer size
 * @see Levin, Lischinski, Weiss 2008 for mixed pixels on local lines of colour
 */
export function refineClasses(grid: HeadGrid, small: HeadGrid, classes: HeadClasses, region: Region, fine: LinearRaster): HeadClasses {
  const { outWidth: width, outHeight: height } = grid.region, count = region.outWidth * region.outHeight;
  const guide = prepareGuide(grid.source.data.map(guideOfLinear), width, height, GUIDE_RADIUS, GUIDE_EPSILON);
  const finer = (name: HeadClass) => {
    const out = new Float32Array(count);
    evaluateGuided(guidedCoefficients(guide, classes[name]), grid.region, region, fine, (value) => value, out);
    return out;
  };
  const refined = { skin: finer('skin'), hair: finer('hair'), clothes: finer('clothes'), background: finer('background') };
  const shrunk = (name: HeadClass) => shrinkPlane(classes[name], width, height, small.region.outWidth, small.region.outHeight);
  takeStrands(small, { skin: shrunk('skin'), hair: shrunk('hair'), clothes: shrunk('clothes'), background: shrunk('background') }, refined, region, fine);
  return refined;
}

function takeStrands(grid: HeadGrid, classes: HeadClasses, refined: HeadClasses, region: Region, fine: LinearRaster): void {
  const { outWidth: width, outHeight: height } = grid.region, unit = (grid.frame.unit * width) / grid.region.width, reach = Math.ceil(STRAND_REACH * unit), count = region.outWidth * region.outHeight;
  const about = (name: HeadClass) => boxMeans(boxMeans(classes[name], 1, width, height, reach), 1, width, height, reach);
  const near = about('hair'), aboutGrounds = GROUNDS.map(about);
  const bare = (name: HeadClass) => sureOf(classes[name], (i) => (name !== 'background' || near[i]! < BARE_BELOW ? 1 : 0.02));
  const local = Object.fromEntries(HEAD_CLASSES.map((name) => [name, localColours(grid.source.data, bare(name), width, height, COLOUR_REACH * unit)])) as unknown as Record<HeadClass, LocalColours>;
  const within = boxMeans(classes.hair, 1, width, height, Math.ceil(SURE_REACH * unit));
  /** where a pixel lies between ground (0) and hair (1) by its colour alone, in units of what noise may do */
  const mixed = new Float32Array(count), noise = new Float32Array(count), places = new Int32Array(count).fill(-1), grounds = new Uint8Array(count);
  for (let row = 0, i = 0; row < region.outHeight; row++) {
    const gridRow = Math.min(height - 1, Math.floor(((row + 0.5) * height) / region.outHeight));
    for (let column = 0; column < region.outWidth; column++, i++) {
      const at = gridRow * width + Math.min(width - 1, Math.floor(((column + 0.5) * width) / region.outWidth));
      normalise(refined, i);
      if (near[at]! < 1e-4 || within[at]! > 0.995) continue;
      const place = strongest(aboutGrounds, at), ground = GROUNDS[place]!;
      places[i] = at;
      grounds[i] = place;
      const between = placeBetween(local.hair.data, local[ground].data, at * LOCAL_CHANNELS, fine.data, 3 * i);
      mixed[i] = between[0];
      noise[i] = between[1];
    }
  }
  const steady = boxMeans(mixed, 1, region.outWidth, region.outHeight, 1);
  for (let i = 0; i < count; i++) {
    const at = places[i]!;
    if (at < 0) continue;
    // Flyaway strands are looked for on the background; on cloth and skin only beside the hair.
    const beside = GROUNDS[grounds[i]!] === 'background' ? 1 : Math.min(1, near[at]! / BESIDE);
    const trust = Math.min(1, Math.max(0, 1.6 - 2.2 * noise[i]!)), gate = Math.min(1, Math.max(0, steady[i]! / (GROUND_NOISE * noise[i]! + 0.02) - 1)) * beside;
    const ground = GROUNDS[grounds[i]!]!, taken = Math.min(1, Math.max(0, mixed[i]!)) ** (ground === 'skin' ? SHADED_SKIN : 1) * gate, share = refined.hair[i]! + trust * (taken - refined.hair[i]!);
    // Deep inside there are no holes, however a strand shines.
    const sure = Math.min(1, Math.max(0, (within[at]! - SURE_FROM) / (SURE_TO - SURE_FROM)));
    const lone = ground === 'background' ? 1 : Math.min(1, within[at]! / LONE);
    setHair(refined, i, lone * (share + sure * (Math.max(share, refined.hair[i]!) - share)), ground);
  }
}
const GROUNDS = ['skin', 'clothes', 'background'] as const;

function sureOf(map: Float32Array, weight: (index: number) => number): Float32Array {
  return map.map((value, i) => (value > 0.9 ? weight(i) * value ** 4 : 0));
}

function strongest(maps: readonly Float32Array[], at: number): number {
  let best = 0;
  for (let n = 1; n < maps.length; n++) if (maps[n]![at]! > maps[best]![at]!) best = n;
  return best;
}

function normalise({ skin, hair, clothes, background }: HeadClasses, i: number): void {
  const s = Math.max(0, skin[i]!), h = Math.max(0, hair[i]!), c = Math.max(0, clothes[i]!), b = Math.max(0, background[i]!), share = 1 / (s + h + c + b || 1);
  skin[i] = s * share;
  hair[i] = h * share;
  clothes[i] = c * share;
  background[i] = b * share;
}

function setHair(classes: HeadClasses, i: number, share: number, ground: Exclude<HeadClass, 'hair'>): void {
  const rest = 1 - classes.hair[i]!;
  for (const name of ['skin', 'clothes', 'background'] as const) {
    classes[name][i] = rest > 0.02 ? (classes[name][i]! * (1 - share)) / rest : name === ground ? 1 - share : 0;
  }
  classes.hair[i] = share;
}
