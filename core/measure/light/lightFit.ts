import { leastSquares } from '../../math/leastSquares';
import type { LeastSquaresResult } from '../../math/leastSquares';
import { VEIL } from './lightPriors';
import { BLACK_BODY_SLOPE, LightResiduals } from './lightResiduals';
import type { LightAgreement } from './lightResiduals';
import type { LightGroup, LightSamples, SitterLight } from './lightSamples';

const SCALES = [0.1, 0.1, 0.1, 0.1, 0.1, 0.2, 0.2, 0.2, 0.2, 0.2, 0.3];
/** Strengths of light to look from, as logarithms of its short cones: neutral, warm, warmer, cool. */
const LIGHT_STARTS = [0, -0.5, -1, 0.25];
const VEIL_STARTS = [
  [0.15, 0.15],
  [0.85, 0.15],
  [0.15, 0.85],
  [0.85, 0.85],
  [0.5, 0.5],
] as const;
/** Powers of red and blue, as logarithms, to look from. */
const TONE_STARTS = [
  [0.1, -0.1],
  [-0.1, 0.1],
] as const;
/** Short fits are made from every start, the best of them go on. */
const SHORT = 8;
const LONG = 60;
const GO_ON = 3;

/** A light that colours nothing. */
const NEUTRAL = new Float64Array(2);
const NOTHING: LightGroup = {
  count: 0,
  x: new Float64Array(0),
  y: new Float64Array(0),
  colours: new Float64Array(0),
};

/** The best fit of a light alone, of a light with a veil, and of a light with crossed tones. */
export function fitLight(samples: LightSamples): {
  readonly alone: LeastSquaresResult;
  /** by how much that is better than neutral light */
  readonly lightGain: number;
  readonly veiled: LeastSquaresResult;
  /** with crossed tones, of all but necks and limbs */
  readonly toned: LeastSquaresResult;
  /** by how much that is better than a light alone; the same without skin, fitted when asked for */
  readonly toneGain: number;
  toneGainBesidesSkin(): number;
  /** how well what is known agrees under a fit */
  agreement(parameters: Float64Array): LightAgreement;
  /** a group's colours as a fit leaves them, interleaved linear sRGB */
  cleared(parameters: Float64Array, group: LightGroup): Float64Array;
} {
  const room = new LightResiduals(samples);
  const alone = bestOf(LIGHT_STARTS.map((short) => fitFrom(room, [BLACK_BODY_SLOPE * short, short], LONG)));
  const { width, height } = samples;
  const starts = VEIL_STARTS.flatMap(([across, down]) =>
    [0.3, 1].map((share) => {
      const lit = [...alone.parameters].map((value) => share * value);
      return fitFrom(
        room,
        [...lit, 0.1, 0.1, 0.1, 0.25, 0.25, 0.25, across * width, down * height, Math.log(VEIL.reach)],
        SHORT,
      );
    }),
  );
  starts.sort((p, q) => p.cost - q.cost);
  const veiled = bestOf(starts.slice(0, GO_ON).map(({ parameters }) => fitFrom(room, [...parameters], LONG)));
  // A neck in other light than the face would pass for crossed tones.
  const faces = fitTones(samples, ['body'], alone);
  return {
    alone,
    lightGain: costOf(room, NEUTRAL) - alone.cost,
    veiled,
    toned: faces.toned,
    toneGain: faces.gain,
    toneGainBesidesSkin: () => fitTones(samples, ['body', 'skin'], alone).gain,
    agreement: (parameters) => room.agreement(parameters),
    cleared: (parameters, group) => room.cleared(parameters, group),
  };
}

/** The best fit of a light with crossed tones to all but some parts, and what it is better than a light alone. */
function fitTones(
  samples: LightSamples,
  without: readonly (keyof SitterLight)[],
  { parameters }: LeastSquaresResult,
): { readonly toned: LeastSquaresResult; readonly gain: number } {
  const nothing = Object.fromEntries(without.map((part) => [part, NOTHING]));
  const room = new LightResiduals({
    ...samples,
    sitters: samples.sitters.map((sitter) => ({ ...sitter, ...nothing })),
  });
  const untoned = fitFrom(room, [...parameters], LONG);
  const toned = bestOf(
    TONE_STARTS.map(([red, blue]) => fitFrom(room, [...untoned.parameters, red, blue], LONG)),
  );
  return { toned, gain: untoned.cost - toned.cost };
}

function costOf(room: LightResiduals, parameters: Float64Array): number {
  const values = new Float64Array(room.countOf(parameters));
  room.residuals(parameters, values);
  return values.reduce((sum, value) => sum + value * value, 0);
}

function fitFrom(room: LightResiduals, start: readonly number[], mostSteps: number): LeastSquaresResult {
  return leastSquares({
    start,
    scale: SCALES.slice(0, start.length),
    count: room.countOf(Float64Array.from(start)),
    residuals: (parameters, out) => room.residuals(parameters, out),
    mostSteps,
  });
}

function bestOf(results: readonly LeastSquaresResult[]): LeastSquaresResult {
  return results.reduce((best, result) => (result.cost < best.cost ? result : best));
}
