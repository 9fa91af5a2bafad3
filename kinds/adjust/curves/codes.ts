import { clampUnit } from '#core/math/clamp';
import { wrapDegrees } from '#core/colour/angles';
import { convertHsvToSrgbEncoded, convertSrgbEncodedToHsv } from '#core/colour/hsv';
import type { Hsv } from '#core/colour/hsv';
import { encodeSrgb } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import type { DragQuantity } from '#core/offer/stepContext';

/** 8-bit codes of red, green and blue, with decimals. */
export type Codes = [number, number, number];

/**
 * What a drag on the picture does to a wanted colour, per CSS pixel: degrees, and shares of saturation and
 * value.
 */
const PER_PIXEL = { hue: 1 / 8, saturation: 1 / 500, lightness: 1 / 500 };
const unitShare = (value: number) => clampUnit(value);
const tenths = (share: number) => Math.round(2550 * share) / 10;

/** 8-bit codes of a linear colour, with a decimal; what lies beyond is taken as the nearer end. */
export function codesOfLinear([red, green, blue]: Triple): Codes {
  const code = (channel: number) => tenths(encodeSrgb(unitShare(channel)));
  return [code(red), code(green), code(blue)];
}

/** HSV of 8-bit codes. */
export function hsvOfCodes([red, green, blue]: readonly [number, number, number]): Hsv {
  return convertSrgbEncodedToHsv([red / 255, green / 255, blue / 255]);
}

/** 8-bit codes of HSV, with a decimal. */
export function codesOfHsv(hsv: Hsv): Codes {
  const [red, green, blue] = convertHsvToSrgbEncoded(hsv);
  return [tenths(red), tenths(green), tenths(blue)];
}

/** A colour with one of its numbers dragged; @param up CSS pixels */
export function dragHsv({ hueDegrees, saturation, value }: Hsv, quantity: DragQuantity, up: number): Hsv {
  const by = (name: DragQuantity) => (quantity === name ? up * PER_PIXEL[name] : 0);
  return {
    hueDegrees: hueDegrees === undefined ? undefined : wrapDegrees(hueDegrees + by('hue')),
    saturation: unitShare(saturation + by('saturation')),
    value: unitShare(value + by('lightness')),
  };
}
