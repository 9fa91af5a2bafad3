import type { ScreenSpace } from '#core/render/encodePixels';
import type { Pyramid } from '#core/raster/pyramid';

/** What the screen shows that the page is on. */
export function screenSpace(): ScreenSpace {
  return globalThis.matchMedia?.('(color-gamut: p3)').matches ? 'display-p3' : 'srgb';
}

/** In which space a photo is seen: one in sRGB as it is exported, a wide one as far as the screen goes. */
export function seenSpace({ levels: [photo] }: Pyramid): ScreenSpace {
  return photo?.space === 'deep' && photo.colours.toSrgb ? screenSpace() : 'srgb';
}
