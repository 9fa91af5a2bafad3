import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import { RADIANS_PER_DEGREE } from '#core/colour/angles';
import { rungSamples } from '#core/measure/rungs';
import { buildPyramid } from '#core/raster/pyramid';
import type { Pyramid } from '#core/raster/pyramid';
import { maskSoften } from '#core/raster/maskSoften';
import { encodePixels } from '#core/render/encodePixels';
import { targetsOf } from '#kinds/adjust/hue-to-target/compute';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import { area, photoOf, renderWhole, step } from '../tests/fixtures/plans';
import { SITTERS, portrait, truthMask } from '../tests/fixtures/truth';
import { meanDifference } from '../tests/references/measures';
import type { Row } from './report';
import { coverage, whole } from './truth';

/** Skin is turned by so much of OKLab hue: green and red. */
const CASTS_DEGREES = [22, -14];
/** How far colours are carried beyond the pixels that a part has for itself, pixels. */
const REACHES = [1.5, 3, 6, 12, 24, 60];

/**
 * Skin in another hue laid over what is behind it, and brought back by hue to target: what is left along
 * its edge (true coverage 0.1 to 0.9). Portraits are taken apart into skin and what is behind it, so that
 * the truth of a half-covered pixel is known.
 */
export async function edgesOfSkin(): Promise<Row[]> {
  let before = 0;
  let after = 0;
  for (const sitter of SITTERS) {
    const neutral = await portrait(sitter, 'neutral');
    const mask = await truthMask(sitter, 'skin_face', 'skin_body');
    const skin = filled(neutral, (i) => mask[i]! >= 250);
    const behind = filled(neutral, (i) => mask[i]! <= 4);
    const truthPyramid = laidOver(neutral, mask, skin, behind);
    const truth = whole(truthPyramid);
    const { hue } = targetsOf(rungSamples(truth, coverage(truthPyramid, mask)));
    const rim = mask.map((value) => (value >= 26 && value <= 229 ? 255 : 0));
    for (const degrees of CASTS_DEGREES) {
      const cast = laidOver(neutral, mask, turned(skin, degrees), behind);
      const seen = renderWhole(
        cast,
        photoOf(cast, area([]), [step('hue-to-target', { ...NO_TARGETS, hue })]),
        mask,
      );
      before += meanDifference(seen.before, truth, rim);
      after += meanDifference(seen.after, truth, rim);
    }
  }
  return [
    {
      what: 'skin turned and brought back by hue to target: ΔE00 along its edge against before',
      value: (100 * after) / before,
      unit: `% of ${(before / (SITTERS.length * CASTS_DEGREES.length)).toFixed(1)}`,
      must: '',
    },
  ];
}

/** The colours of some pixels, carried on beyond them. */
function filled(pyramid: Pyramid, isOwn: (index: number) => boolean): Float32Array {
  const { data, width, height } = whole(pyramid);
  const own = Float32Array.from({ length: width * height }, (_, i) => Number(isOwn(i)));
  const out = data.slice();
  const open = own.map((value) => 1 - value);
  for (const reach of REACHES) {
    const soft = (values: Float32Array) => {
      maskSoften(values, width, height, reach);
      return values;
    };
    const weight = soft(own.slice());
    const planes = [0, 1, 2].map((c) => soft(own.map((value, i) => value * data[3 * i + c]!)));
    for (let i = 0; i < open.length; i++) {
      if (open[i] === 0 || weight[i]! < 0.02) continue;
      planes.forEach((plane, c) => (out[3 * i + c] = plane[i]! / weight[i]!));
      open[i] = 0;
    }
  }
  return out;
}

function turned(data: Float32Array, degrees: number): Float32Array {
  const [cos, sin] = [Math.cos(degrees * RADIANS_PER_DEGREE), Math.sin(degrees * RADIANS_PER_DEGREE)];
  const out = new Float32Array(data.length);
  for (let p = 0; p < data.length; p += 3) {
    const [level, a, b] = convertSrgbLinearToOklab([data[p]!, data[p + 1]!, data[p + 2]!]);
    out.set(convertOklabToSrgbLinear([level, a * cos - b * sin, a * sin + b * cos]), p);
  }
  return out;
}

function laidOver(
  { width, height }: Pyramid,
  mask: Uint8Array,
  above: Float32Array,
  below: Float32Array,
): Pyramid {
  const mixed = above.map((value, i) => {
    const share = mask[Math.floor(i / 3)]! / 255;
    return share * value + (1 - share) * below[i]!;
  });
  const encoded = new Uint8ClampedArray(width * height * 4);
  encodePixels(mixed, encoded);
  return buildPyramid({ space: 'srgb8', width, height, data: new Uint8Array(encoded.buffer) });
}
