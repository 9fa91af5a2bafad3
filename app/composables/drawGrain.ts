import { convertHsvToSrgbEncoded } from '#core/colour/hsv';
import { LADDER_COLUMNS, LADDER_ROWS } from '#core/measure/ladder';
import type { Ladder } from '#core/measure/ladder';
import { ladderX, ladderY } from './ladderScale';
import type { LadderScale } from './ladderScale';

const GRAINS = 1500;
const GROUND_SATURATION = 0.42;

/** Faintly paints the ground with the colours that such hue and lightness have. */
export function drawLadderGround(context: CanvasRenderingContext2D, scale: LadderScale): void {
  const columns = 48, rows = 24, ground = new ImageData(columns, rows);
  for (let i = 0; i < columns * rows; i++) {
    const hueDegrees = scale.centre - scale.reach + (2 * scale.reach * ((i % columns) + 0.5)) / columns;
    const lightness = scale.bright - ((scale.bright - scale.dark) * (Math.floor(i / columns) + 0.5)) / rows;
    const value = 0.12 + (0.88 * lightness) / 100;
    const colour = convertHsvToSrgbEncoded({ hueDegrees, saturation: GROUND_SATURATION * (1 - 0.4 * value), value });
    ground.data.set([...colour.map((channel) => 255 * channel), 150], 4 * i);
  }
  const small = new OffscreenCanvas(columns, rows);
  small.getContext('2d')!.putImageData(ground, 0, 0);
  context.imageSmoothingQuality = 'high';
  context.drawImage(small, 0, 0, scale.width, scale.height);
}

/** An area's pixels as grain: as many grains in a place as pixels have its hue and lightness. */
export function drawGrain(context: CanvasRenderingContext2D, scale: LadderScale, { density }: Ladder, hollow: boolean): void {
  const random = sequence(7);
  context.lineWidth = 0.8;
  context.strokeStyle = 'rgb(70 70 70 / 38%)';
  let owed = 0;
  for (let row = 0; row < LADDER_ROWS; row++) {
    for (let column = 0; column < LADDER_COLUMNS; column++) {
      owed += GRAINS * density[row * LADDER_COLUMNS + column]!;
      for (; owed >= 1; owed--) {
        const x = ladderX(scale, column + random()), y = ladderY(scale, (row + random()) * (100 / LADDER_ROWS));
        context.beginPath();
        context.arc(x, y, hollow ? 1.5 : 1.3, 0, 2 * Math.PI);
        if (hollow) context.stroke();
        else {
          const [red, green, blue] = convertHsvToSrgbEncoded({ hueDegrees: column, saturation: 0.5, value: 0.12 + 0.62 * (row / LADDER_ROWS) });
          context.fillStyle = `rgb(${255 * red} ${255 * green} ${255 * blue})`;
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
