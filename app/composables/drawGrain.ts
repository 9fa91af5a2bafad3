import { clampUnit } from '#core/math/clamp';
import { convertHsvToSrgbEncoded } from '#core/colour/hsv';
import { LADDER_ROWS } from '#core/measure/ladder';
import type { Ladder } from '#core/measure/ladder';
import { ladderX, ladderY } from './ladderScale';
import type { LadderScale } from './ladderScale';

const GRAINS = 1500;
const GROUND_SATURATION = 0.42;
const GRAIN_SATURATION = 0.5;

/** The colour at a place of the ladder; `hue` stands for what saturation does not tell. */
function colourAt(
  { quantity }: LadderScale,
  across: number,
  { hue, saturation, value }: { readonly hue: number; readonly saturation: number; readonly value: number },
): readonly number[] {
  return convertHsvToSrgbEncoded(
    quantity === 'hue'
      ? { hueDegrees: across, saturation, value }
      : { hueDegrees: hue, saturation: clampUnit(across / 100), value },
  );
}

/** Faintly paints the ground with the colours that lie there. @param hue of the part, HSV degrees */
export function drawLadderGround(context: CanvasRenderingContext2D, scale: LadderScale, hue: number): void {
  const columns = 48;
  const rows = 24;
  const ground = new ImageData(columns, rows);
  for (let i = 0; i < columns * rows; i++) {
    const across = scale.centre - scale.reach + (2 * scale.reach * ((i % columns) + 0.5)) / columns;
    const lightness = scale.bright - ((scale.bright - scale.dark) * (Math.floor(i / columns) + 0.5)) / rows;
    const value = 0.12 + (0.88 * lightness) / 100;
    const colour = colourAt(scale, across, { hue, saturation: GROUND_SATURATION * (1 - 0.4 * value), value });
    ground.data.set([...colour.map((channel) => 255 * channel), 150], 4 * i);
  }
  const small = new OffscreenCanvas(columns, rows);
  small.getContext('2d')!.putImageData(ground, 0, 0);
  context.imageSmoothingQuality = 'high';
  context.drawImage(small, 0, 0, scale.width, scale.height);
}

/**
 * An area's pixels as grain: as many grains in a place as pixels have its hue or saturation, and its
 * lightness.
 * @param hue of the part, HSV degrees
 */
export function drawGrain(
  context: CanvasRenderingContext2D,
  scale: LadderScale,
  { density }: Pick<Ladder, 'density'>,
  { hue, hollow }: { readonly hue: number; readonly hollow: boolean },
): void {
  const random = sequence(7);
  const columns = density.length / LADDER_ROWS;
  context.lineWidth = 0.8;
  context.strokeStyle = 'rgb(70 70 70 / 38%)';
  let owed = 0;
  for (let row = 0; row < LADDER_ROWS; row++) {
    for (let column = 0; column < columns; column++) {
      owed += GRAINS * density[row * columns + column]!;
      for (; owed >= 1; owed--) {
        const x = ladderX(scale, column + random());
        const y = ladderY(scale, (row + random()) * (100 / LADDER_ROWS));
        context.beginPath();
        context.arc(x, y, hollow ? 1.5 : 1.3, 0, 2 * Math.PI);
        if (hollow) context.stroke();
        else {
          const [red, green, blue] = colourAt(scale, column, {
            hue,
            saturation: GRAIN_SATURATION,
            value: 0.12 + 0.62 * (row / LADDER_ROWS),
          });
          context.fillStyle = `rgb(${255 * red!} ${255 * green!} ${255 * blue!})`;
          context.fill();
        }
      }
    }
  }
}

/** The same grains each time (Park and Miller 1988), so that the chart does not flicker. */
function sequence(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}
