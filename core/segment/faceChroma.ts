import { smoothstep } from '../math/smoothstep';
import { pixelCentre } from '../raster/raster';
import { imageToFace } from './faceFrame';
import type { HeadClasses } from './classShares';
import type { HeadGrid } from './headGrid';
import {
  CLOTH_BELOW,
  FACE_SKIN,
  LEAST_FACE_CHROMA,
  LEAST_FACE_PIXELS,
  LIKE_ASIDE,
  LIKE_FROM,
  LIKE_RAMP,
  LIKE_TAKEN,
  LIKE_TO,
  PALE_CLOTH,
  PALE_SKIN,
  UNLIKE_LEFT,
  VIVID_CLOTH,
  VIVID_SKIN,
} from './headParameters';
import { signedDistance } from './outline';

/** What a colour has of chroma, by lightness: in OKLab light of another strength scales all three alike. */
type Chroma = readonly [a: number, b: number];

/**
 * Below the chin the chroma of this face's skin has a say beside the parser, whatever the strength of light: what has
 * much less of it is cloth (a white shirt in an open collar looks, by its place, like the skin that is there on others),
 * so is what has much more (an orange suit has skin's hue), and what has as much is as likely skin as cloth (a bare
 * shoulder is where others are dressed).
 * @param priors overwritten: what one of skin and clothes loses, the other gains
 */
export function heedChroma(grid: HeadGrid, { skin, clothes }: Pick<HeadClasses, 'skin' | 'clothes'>): void {
  const { region, frame, oklab } = grid;
  const chromaAt = faceChroma(grid, skin);
  if (!chromaAt) return;
  for (let row = 0, i = 0; row < region.outHeight; row++)
    for (let column = 0; column < region.outWidth; column++, i++) {
      const [, v] = imageToFace(frame, pixelCentre(region, column, row));
      const below = smoothstep((v - frame.chin[1]) / CLOTH_BELOW);
      if (below === 0) continue;
      const [expectedA, expectedB] = chromaAt(lightnessAt(oklab, i));
      const [a, b] = chromaOf(oklab, i);
      const whole = expectedA ** 2 + expectedB ** 2;
      const kept = (a * expectedA + b * expectedB) / whole;
      const aside = Math.abs(a * expectedB - b * expectedA) / whole;
      const pale = 1 - smoothstep((kept - PALE_CLOTH) / (PALE_SKIN - PALE_CLOTH));
      const vivid = smoothstep((kept - VIVID_SKIN) / (VIVID_CLOTH - VIVID_SKIN));
      const alike =
        smoothstep((kept - LIKE_FROM) / LIKE_RAMP) *
        (1 - smoothstep((kept - LIKE_TO) / LIKE_RAMP)) *
        (1 - smoothstep((aside - LIKE_ASIDE) / LIKE_RAMP));
      const taken =
        below * ((pale + vivid) * (1 - UNLIKE_LEFT) * skin[i]! - LIKE_TAKEN * alike * clothes[i]!);
      skin[i]! -= taken;
      clothes[i]! += taken;
    }
}

/**
 * The chroma of this face's skin by its lightness, a line through what the face shows.
 * @returns undefined where the face shows too little skin, or hardly any colour, as in a monochrome photo
 */
function faceChroma(
  { region, frame, oklab }: HeadGrid,
  skin: Float32Array,
): ((lightness: number) => Chroma) | undefined {
  const members: number[] = [];
  for (let row = 0, i = 0; row < region.outHeight; row++)
    for (let column = 0; column < region.outWidth; column++, i++) {
      if (skin[i]! < FACE_SKIN) continue;
      const [u, v] = imageToFace(frame, pixelCentre(region, column, row));
      if (signedDistance(u, v, frame.oval) < 0) members.push(i);
    }
  if (members.length < LEAST_FACE_PIXELS) return undefined;
  const lightness = members.map((i) => lightnessAt(oklab, i));
  const mean = meanOf(lightness);
  const spread = meanOf(lightness.map((value) => (value - mean) ** 2));
  const lines = ([0, 1] as const).map((channel) => {
    const values = members.map((i) => chromaOf(oklab, i)[channel]);
    const level = meanOf(values);
    const along = meanOf(values.map((value, n) => (value - level) * (lightness[n]! - mean)));
    return { level, slope: spread > 1e-6 ? along / spread : 0 };
  });
  const [lineA, lineB] = lines as [(typeof lines)[0], (typeof lines)[0]];
  if (Math.hypot(lineA.level, lineB.level) < LEAST_FACE_CHROMA) return undefined;
  const reach = 2 * Math.sqrt(spread);
  return (value) => {
    const off = Math.min(reach, Math.max(-reach, value - mean));
    return [lineA.level + lineA.slope * off, lineB.level + lineB.slope * off];
  };
}

const lightnessAt = (oklab: Float32Array, i: number) => Math.max(0.05, oklab[3 * i]!);

function chromaOf(oklab: Float32Array, i: number): Chroma {
  const lightness = lightnessAt(oklab, i);
  return [oklab[3 * i + 1]! / lightness, oklab[3 * i + 2]! / lightness];
}

function meanOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}
