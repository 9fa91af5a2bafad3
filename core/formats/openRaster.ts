import { strToU8, zipSync } from 'fflate';
import { fitName } from '../document/names';
import { escapeMarkup } from './escapeMarkup';

/** A layer as a PNG of the picture's size, from the lowest on. */
export interface PictureLayer {
  readonly name: string;
  readonly png: Uint8Array;
  readonly visible: boolean;
}

/**
 * Layers as OpenRaster (specification 0.0.6): the list of layers, the layers, the merged picture and a small one.
 * @param layers from the lowest up
 * @param merged the picture that they make together, as a PNG
 * @param thumbnail a PNG of at most 256 pixels on a side
 */
export function writeOpenRaster(
  { width, height }: { readonly width: number; readonly height: number },
  layers: readonly PictureLayer[],
  merged: Uint8Array,
  thumbnail: Uint8Array,
): Uint8Array<ArrayBuffer> {
  const stack = layers
    .map(({ name, visible }, n) => {
      const state = visible ? 'visible' : 'hidden';
      const label = escapeMarkup(fitName(name, `Layer ${n + 1}`));
      return `    <layer name="${label}" src="data/layer${n}.png" x="0" y="0" opacity="1.0" visibility="${state}" composite-op="svg:src-over"/>`;
    })
    .reverse()
    .join('\n');
  const xml = `<?xml version="1.0" encoding="UTF-8"?>\n<image version="0.0.6" w="${width}" h="${height}">\n  <stack>\n${stack}\n  </stack>\n</image>\n`;
  const stored = { level: 0 } as const;
  // The kind of file stands first and as it is, so that it is found at a fixed place.
  return zipSync({
    'mimetype': [strToU8('image/openraster'), stored],
    'stack.xml': [strToU8(xml), { level: 6 }],
    'mergedimage.png': [merged, stored],
    'Thumbnails/thumbnail.png': [thumbnail, stored],
    ...Object.fromEntries(layers.map(({ png }, n) => [`data/layer${n}.png`, [png, stored] as const])),
  });
}
