import { RADIANS_PER_DEGREE, deltaDegrees, wrapDegrees } from './angles';
import type { Triple } from './triple';

const POW25_7 = 25 ** 7;
const cosDegrees = (degrees: number) => Math.cos(degrees * RADIANS_PER_DEGREE);
const sinDegrees = (degrees: number) => Math.sin(degrees * RADIANS_PER_DEGREE);
const hueDegrees = (a: number, b: number) =>
  a === 0 && b === 0 ? 0 : wrapDegrees(Math.atan2(b, a) / RADIANS_PER_DEGREE);

/**
 * Colour difference ΔE00 with kL = kC = kH = 1.
 * @param first, second CIELAB of the same white
 * @see Sharma, Wu, Dalal 2005, "The CIEDE2000 color-difference formula"
 */
export function ciede2000(first: Triple, second: Triple): number {
  const chromaMean = (Math.hypot(first[1], first[2]) + Math.hypot(second[1], second[2])) / 2;
  const stretch = 1 + 0.5 * (1 - Math.sqrt(chromaMean ** 7 / (chromaMean ** 7 + POW25_7)));
  const a1 = first[1] * stretch;
  const a2 = second[1] * stretch;
  const c1 = Math.hypot(a1, first[2]);
  const c2 = Math.hypot(a2, second[2]);
  const h1 = hueDegrees(a1, first[2]);
  const h2 = hueDegrees(a2, second[2]);

  const deltaL = second[0] - first[0];
  const deltaC = c2 - c1;
  const grey = c1 * c2 === 0;
  const turn = grey ? 0 : deltaDegrees(h1, h2);
  const deltaH = 2 * Math.sqrt(c1 * c2) * sinDegrees(turn / 2);

  const lMean = (first[0] + second[0]) / 2;
  const cMean = (c1 + c2) / 2;
  const between = Math.abs(h1 - h2) <= 180 ? (h1 + h2) / 2 : wrapDegrees((h1 + h2 + 360) / 2);
  const hMean = grey ? h1 + h2 : between;
  const t =
    1 -
    0.17 * cosDegrees(hMean - 30) +
    0.24 * cosDegrees(2 * hMean) +
    0.32 * cosDegrees(3 * hMean + 6) -
    0.2 * cosDegrees(4 * hMean - 63);
  const away = (lMean - 50) ** 2;
  const sL = 1 + (0.015 * away) / Math.sqrt(20 + away);
  const sC = 1 + 0.045 * cMean;
  const sH = 1 + 0.015 * cMean * t;
  const twist = 60 * Math.exp(-(((hMean - 275) / 25) ** 2));
  const rT = -2 * Math.sqrt(cMean ** 7 / (cMean ** 7 + POW25_7)) * sinDegrees(twist);
  return Math.sqrt(
    (deltaL / sL) ** 2 + (deltaC / sC) ** 2 + (deltaH / sH) ** 2 + rT * (deltaC / sC) * (deltaH / sH),
  );
}
