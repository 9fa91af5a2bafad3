import type { Triple } from '#core/colour/triple';
import type { FoundPartName } from '#core/document/foundParts';
import type { Plate } from '#core/raster/plate';
import { regionScale, wholeRegion } from '#core/raster/raster';
import type { FaceLandmarks } from '#core/segment/faceLandmarks';
import type { FoundSitter } from '#core/segment/found';
import { FACE_OVAL } from '#core/segment/landmarkGroups';
import { drawCoverage } from './drawCoverage';

/** Long side of the sketch, pixels: about that of a screen's picture. */
const LONG_SIDE = 1200;
const LINE_WIDTH = 2;
/** Parts of the skin that is drawn as one; the face has its oval. */
const WITHIN_SKIN: readonly FoundPartName[] = ['face', 'neck-limbs', 'arms', 'legs'];

/** Lines about what is known of a photo's people, while more of them is looked for. */
export class SeenSketch {
  readonly #scale: number;
  readonly #sheet: OffscreenCanvasRenderingContext2D;

  /** @param rgb of the lines, 0..255 */
  constructor(
    photo: { readonly width: number; readonly height: number },
    readonly rgb: Triple,
  ) {
    const region = wholeRegion(photo.width, photo.height, LONG_SIDE);
    this.#scale = regionScale(region);
    this.#sheet = blank(region.outWidth, region.outHeight);
    this.#sheet.strokeStyle = `rgb(${rgb.join(' ')})`;
    this.#sheet.lineWidth = LINE_WIDTH;
    // On dark hair a dark line would not be seen.
    this.#sheet.shadowColor = '#fff';
    this.#sheet.shadowBlur = LINE_WIDTH;
  }

  /** The oval of a face. */
  drawFace({ points }: FaceLandmarks): void {
    this.#sheet.beginPath();
    for (const n of FACE_OVAL) this.#sheet.lineTo(points[n]![0] * this.#scale, points[n]![1] * this.#scale);
    this.#sheet.closePath();
    this.#sheet.stroke();
  }

  /** The outlines of a sitter's parts. */
  drawParts({ parts }: FoundSitter): void {
    for (const part of parts) if (!WITHIN_SKIN.includes(part.part)) this.#outline(part);
  }

  /** What was drawn so far, over nothing. */
  bitmap(): ImageBitmap {
    const { canvas } = this.#sheet;
    const copy = blank(canvas.width, canvas.height);
    copy.drawImage(canvas, 0, 0);
    return copy.canvas.transferToImageBitmap();
  }

  #outline({ region, coverage8 }: Plate): void {
    const { outWidth: across, outHeight: down } = region;
    const [width, height] = [region.width, region.height].map((side) =>
      Math.max(1, Math.round(side * this.#scale)),
    ) as [number, number];
    const data = new Uint8Array(width * height);
    for (let row = 0, i = 0; row < height; row++) {
      const first = across * Math.floor(((row + 0.5) * down) / height);
      for (let column = 0; column < width; column++, i++)
        data[i] = coverage8[first + Math.floor(((column + 0.5) * across) / width)]!;
    }
    const ink = drawCoverage({ space: 'coverage8', width, height, data }, region, {
      style: 'outline',
      rgb: this.rgb,
    });
    const piece = blank(width, height);
    piece.putImageData(new ImageData(ink, width), 0, 0);
    this.#sheet.drawImage(
      piece.canvas,
      Math.round(region.x * this.#scale),
      Math.round(region.y * this.#scale),
    );
  }
}

function blank(width: number, height: number): OffscreenCanvasRenderingContext2D {
  return new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
}
