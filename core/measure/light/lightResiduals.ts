import { adaptTo } from '../../colour/adaptation';
import { luminanceAt } from '../../colour/luminance';
import { nthSmallest } from '../../math/nthSmallest';
import {
  BRIGHT,
  BRIGHT_FROM,
  BROW,
  DARK,
  GAIN,
  GROUND,
  HAIR,
  HAIR_DARK,
  MINIMA,
  NEGATIVE,
  SKIN,
  TEETH,
  VEIL,
  WHITES,
} from './lightPriors';
import type { ChromaPrior } from './lightPriors';
import type { LightGroup, LightSamples, SitterLight } from './lightSamples';

/**
 * What is fitted. The light: natural logarithms of its long and short cone responses (Bradford) against its
 * middle one. Besides, a veil: square roots of what it adds everywhere and at its middle, its middle in shares
 * of the photo's diagonal, and the logarithm of its reach in the same. Or crossed tones: logarithms of the
 * powers that red and blue were raised to, so that lights and shades are tinted differently.
 */
export const LIGHT_PARAMETERS = { long: 0, short: 1, base: 2, peak: 5, x: 8, y: 9, reach: 10 } as const;
/** Places of the powers where tones are fitted, and how many parameters that takes. */
export const TONE_PARAMETERS = { red: 2, blue: 3, count: 4 } as const;

/** Along the colours of black bodies, how the long cones follow the short ones (measured 2,500 to 12,000 K). */
export const BLACK_BODY_SLOPE = -0.3;

/** The square root of Cauchy's loss: far-off values count little more than near ones. */
function cauchy(value: number, width: number): number {
  return Math.sign(value) * width * Math.sqrt(Math.log1p((value / width) ** 2));
}

/** The square root of Huber's loss: far-off values count by their distance, not its square. */
function huber(value: number, width: number): number {
  const size = Math.abs(value);
  return size <= width ? value : Math.sign(value) * Math.sqrt(2 * width * size - width * width);
}

/** Colours darker than this have no chroma that could be told, linear. */
const LEAST = 2e-3;

/** How well what is known of a picture's colours agrees under one light; in logarithms of chroma. */
export interface LightAgreement {
  /** by how much places of one skin differ, the median, of the sitter whose skin differs most */
  readonly skinSpread: number;
  /** likewise of hair */
  readonly hairSpread: number;
  /** by how much skins lie off the line of natural skin, and whites off whites; of the farthest */
  readonly skinOff: number;
  readonly whitesOff: number;
  /** how many sitters have skin, and whites, that could be looked at */
  readonly skins: number;
  readonly whites: number;
}

/** Room for one picture's samples as they would be without light and veil, and for their residuals. */
export class LightResiduals {
  readonly #most: number;
  readonly #samples: LightSamples;
  readonly #cleared: Float64Array;
  readonly #red: Float64Array;
  readonly #blue: Float64Array;
  readonly #shuffled: Float64Array;
  #out: Float64Array = new Float64Array(0);
  #at = 0;
  #parameters: Float64Array = new Float64Array(0);
  #toNeutral: readonly number[] = [];

  constructor(samples: LightSamples) {
    this.#samples = samples;
    const groups = [
      samples.grounds,
      samples.minima,
      samples.cells,
      ...samples.sitters.flatMap((sitter) => Object.values(sitter) as LightGroup[]),
    ];
    const most = Math.max(0, ...groups.map(({ count }) => count));
    this.#cleared = new Float64Array(3 * most);
    this.#red = new Float64Array(most);
    this.#blue = new Float64Array(most);
    this.#shuffled = new Float64Array(most);
    // The most that any picture of these samples writes; what is not written stays 0.
    this.#most = 24 + groups.reduce((sum, { count }) => sum + 6 * count + 8, 0);
  }

  residuals(parameters: Float64Array, out: Float64Array): void {
    out.fill(0);
    this.#out = out;
    this.#at = 0;
    this.#take(parameters);
    for (const sitter of this.#samples.sitters) this.#sitter(sitter);
    this.#minima();
    this.#grounds();
    this.#priors();
  }

  /** How many residuals there are of as many parameters. */
  countOf(parameters: Float64Array): number {
    this.residuals(parameters, new Float64Array(this.#most));
    return this.#at;
  }

  /** A group's colours as they would be, interleaved linear sRGB. */
  cleared(parameters: Float64Array, group: LightGroup): Float64Array {
    this.#take(parameters);
    return this.#clear(group).slice(0, 3 * group.count);
  }

  agreement(parameters: Float64Array): LightAgreement {
    this.#take(parameters);
    const agreed = { skinSpread: 0, hairSpread: 0, skinOff: 0, whitesOff: 0, skins: 0, whites: 0 };
    for (const { skin, whites, hair } of this.#samples.sitters) {
      if (skin.count >= SKIN.least) {
        const { red, blue } = this.#levelled(skin, undefined);
        agreed.skins++;
        agreed.skinSpread = Math.max(agreed.skinSpread, this.#spread(skin.count));
        const offLine = blue - (SKIN.blue + SKIN.blueSlope * red);
        agreed.skinOff = Math.max(agreed.skinOff, Math.abs(offLine));
      }
      if (hair.count >= SKIN.least) {
        this.#clear(hair);
        this.#chroma(hair.count, HAIR.soft);
        agreed.hairSpread = Math.max(agreed.hairSpread, this.#spread(hair.count));
      }
      if (whites.count === 0) continue;
      this.#clear(whites);
      this.#chroma(whites.count);
      agreed.whites++;
      for (let i = 0; i < whites.count; i++)
        agreed.whitesOff = Math.max(
          agreed.whitesOff,
          Math.hypot(this.#red[i]! - WHITES.red, this.#blue[i]! - WHITES.blue),
        );
    }
    return agreed;
  }

  /** Median distance of the chromas that were made last from their middle. */
  #spread(count: number): number {
    const [red, blue] = [this.#median(this.#red, count), this.#median(this.#blue, count)];
    const apart = Float64Array.from({ length: count }, (_, i) =>
      Math.hypot(this.#red[i]! - red, this.#blue[i]! - blue),
    );
    return this.#median(apart, count);
  }

  #take(parameters: Float64Array): void {
    this.#parameters = parameters;
    this.#toNeutral = adaptTo(
      Math.exp(parameters[LIGHT_PARAMETERS.long]!),
      Math.exp(parameters[LIGHT_PARAMETERS.short]!),
    );
  }

  #put(value: number): void {
    this.#out[this.#at++] = value;
  }

  /** Writes a group's colours as they would be under neutral light, without the veil, in even tones. */
  #clear({ count, x, y, colours }: LightGroup): Float64Array {
    const [p, m] = [this.#parameters, this.#toNeutral];
    const toned = p.length === TONE_PARAMETERS.count;
    const veiled = p.length > TONE_PARAMETERS.count;
    const ofRed = toned ? Math.exp(-p[TONE_PARAMETERS.red]!) : 1;
    const ofBlue = toned ? Math.exp(-p[TONE_PARAMETERS.blue]!) : 1;
    const { base, peak, reach } = LIGHT_PARAMETERS;
    const narrow = veiled ? -0.5 / Math.exp(2 * p[reach]!) : 0;
    const out = this.#cleared;
    for (let i = 0; i < count; i++) {
      let red = colours[3 * i]!;
      let green = colours[3 * i + 1]!;
      let blue = colours[3 * i + 2]!;
      if (veiled) {
        const near = Math.exp(
          narrow * ((x[i]! - p[LIGHT_PARAMETERS.x]!) ** 2 + (y[i]! - p[LIGHT_PARAMETERS.y]!) ** 2),
        );
        red -= p[base]! ** 2 + near * p[peak]! ** 2;
        green -= p[base + 1]! ** 2 + near * p[peak + 1]! ** 2;
        blue -= p[base + 2]! ** 2 + near * p[peak + 2]! ** 2;
      }
      if (toned) {
        red = Math.max(0, red) ** ofRed;
        blue = Math.max(0, blue) ** ofBlue;
      }
      out[3 * i] = m[0]! * red + m[1]! * green + m[2]! * blue;
      out[3 * i + 1] = m[3]! * red + m[4]! * green + m[5]! * blue;
      out[3 * i + 2] = m[6]! * red + m[7]! * green + m[8]! * blue;
    }
    return out;
  }

  /** Logarithms of red and blue against green of the colours that were cleared last. */
  #chroma(count: number, soft = 0): void {
    const held = this.#cleared;
    for (let i = 0; i < count; i++) {
      const green = Math.log(Math.max(LEAST, held[3 * i + 1]!) + soft);
      this.#red[i] = Math.log(Math.max(LEAST, held[3 * i]!) + soft) - green;
      this.#blue[i] = Math.log(Math.max(LEAST, held[3 * i + 2]!) + soft) - green;
    }
  }

  #median(values: Float64Array, count: number): number {
    this.#shuffled.set(values.subarray(0, count));
    return nthSmallest(this.#shuffled, count, count >> 1);
  }

  #sitter(sitter: SitterLight): void {
    this.#skin(sitter);
    this.#chromas(sitter.whites, WHITES);
    this.#chromas(sitter.teeth, TEETH);
    this.#darks(sitter.eyeDarks, DARK);
    this.#darks(sitter.browDarks, BROW);
    this.#darks(sitter.hairDarks, HAIR_DARK);
    this.#hair(sitter.hair);
  }

  /** One skin has one colour, wherever it lies; which one, the prior says roughly. */
  #skin({ skin, body }: SitterLight): void {
    if (skin.count < SKIN.least) return;
    let around = this.#levelled(skin, undefined);
    const weight = Math.sqrt(Math.min(1, SKIN.most / skin.count));
    for (let i = 0; i < skin.count; i++) {
      this.#put(weight * huber((this.#red[i]! - around.red) / SKIN.spread, 1.5));
      this.#put(weight * huber((this.#blue[i]! - around.blue) / SKIN.spread, 1.5));
    }
    this.#put((around.red - SKIN.red) / SKIN.redSpread);
    this.#put((around.blue - (SKIN.blue + SKIN.blueSlope * around.red)) / SKIN.blueSpread);
    this.#negatives(skin.count, 0.02, 0.125 * weight);
    if (body.count === 0) return;
    around = this.#levelled(body, around);
    const less = 0.5 * Math.sqrt(Math.min(1, SKIN.most / body.count));
    for (let i = 0; i < body.count; i++) {
      this.#put(less * cauchy((this.#red[i]! - around.red) / SKIN.spread, 1));
      this.#put(less * cauchy((this.#blue[i]! - around.blue) / SKIN.spread, 1));
    }
  }

  /** Chroma of skin as it would be at the skin's middle luminance, and its middle. */
  #levelled(
    group: LightGroup,
    around: { red: number; blue: number; light: number } | undefined,
  ): { red: number; blue: number; light: number } {
    const held = this.#clear(group);
    this.#chroma(group.count);
    const lights = new Float64Array(group.count);
    for (let i = 0; i < group.count; i++) lights[i] = Math.log(Math.max(LEAST, luminanceAt(held, i)));
    const light = around?.light ?? this.#median(lights, group.count);
    for (let i = 0; i < group.count; i++) {
      this.#red[i] = this.#red[i]! - SKIN.redOfLight * (lights[i]! - light);
      this.#blue[i] = this.#blue[i]! - SKIN.blueOfLight * (lights[i]! - light);
    }
    return (
      around ?? {
        red: this.#median(this.#red, group.count),
        blue: this.#median(this.#blue, group.count),
        light,
      }
    );
  }

  /** What a veil took too much of from the colours that were cleared last. */
  #negatives(count: number, least: number, weight: number): void {
    const held = this.#cleared;
    for (let i = 0; i < count; i++)
      this.#put(
        (weight * Math.min(0, Math.min(held[3 * i]!, held[3 * i + 1]!, held[3 * i + 2]!) - least)) / NEGATIVE,
      );
  }

  #chromas(group: LightGroup, { red, blue, redSpread, blueSpread, weight, most, width }: ChromaPrior): void {
    if (group.count === 0) return;
    this.#clear(group);
    this.#chroma(group.count);
    const each = weight * Math.sqrt(Math.min(1, most / group.count));
    for (let i = 0; i < group.count; i++) {
      this.#put(each * cauchy((this.#red[i]! - red) / redSpread, width));
      this.#put(each * cauchy((this.#blue[i]! - blue) / blueSpread, width));
    }
  }

  /** Cloth and ground: what is bright is white more often than what is not. */
  #grounds(): void {
    const { grounds } = this.#samples;
    if (grounds.count === 0) return;
    this.#clear(grounds);
    this.#chroma(grounds.count);
    const full = Math.sqrt(Math.min(1, GROUND.most / grounds.count));
    for (let i = 0; i < grounds.count; i++) {
      const { red, blue, redSpread, blueSpread, weight, width } =
        luminanceAt(grounds.colours, i) > BRIGHT_FROM ? BRIGHT : GROUND;
      this.#put(full * weight * cauchy((this.#red[i]! - red) / redSpread, width));
      this.#put(full * weight * cauchy((this.#blue[i]! - blue) / blueSpread, width));
    }
  }

  /** Things that are nearly black. */
  #darks(group: LightGroup, { level, spread, weight, most, width }: typeof DARK): void {
    const held = this.#clear(group);
    const each = weight * Math.sqrt(Math.min(1, most / Math.max(1, group.count)));
    for (let i = 0; i < 3 * group.count; i++) {
      const off = held[i]! - level;
      this.#put(each * (off < 0 ? off / NEGATIVE : cauchy(off / spread, width)));
    }
  }

  /** One head's hair has one colour; natural ones lie together. */
  #hair(group: LightGroup): void {
    if (group.count < 3) return;
    this.#clear(group);
    this.#chroma(group.count, HAIR.soft);
    const red = this.#median(this.#red, group.count);
    const blue = this.#median(this.#blue, group.count);
    const each = Math.sqrt(Math.min(1, HAIR.most / group.count));
    for (let i = 0; i < group.count; i++) {
      this.#put(each * cauchy((this.#red[i]! - red) / HAIR.spread, 1.5));
      this.#put(each * cauchy((this.#blue[i]! - blue) / HAIR.spread, 1.5));
    }
    this.#put(cauchy((red - HAIR.red) / HAIR.redSpread, 1.5));
    this.#put(cauchy((blue - HAIR.blue) / HAIR.blueSpread, 1.5));
  }

  /** Nothing is darker than black; much of a picture holds something nearly black. */
  #minima(): void {
    const group = this.#samples.minima;
    const held = this.#clear(group);
    const each = Math.sqrt(Math.min(1, MINIMA.most / Math.max(1, group.count)));
    for (let i = 0; i < 3 * group.count; i++) {
      const off = held[i]! - MINIMA.level;
      this.#put(each * (off < 0 ? huber(off / NEGATIVE, 4) : MINIMA.weight * cauchy(off / MINIMA.spread, 1)));
    }
  }

  #priors(): void {
    const p = this.#parameters;
    const { long, short, base, peak, x, y, reach } = LIGHT_PARAMETERS;
    this.#put(p[short]! / GAIN.warm);
    this.#put((p[long]! - BLACK_BODY_SLOPE * p[short]!) / GAIN.green);
    if (p.length === TONE_PARAMETERS.count) {
      this.#put(p[TONE_PARAMETERS.red]! / GAIN.tone);
      this.#put(p[TONE_PARAMETERS.blue]! / GAIN.tone);
    }
    if (p.length <= TONE_PARAMETERS.count) return;
    for (const from of [base, peak])
      for (let c = from; c < from + 3; c++) this.#put(Math.sqrt(p[c]! ** 2 / VEIL.amount + 1e-9));
    this.#put((p[reach]! - Math.log(VEIL.reach)) / VEIL.reachSpread);
    const { width, height } = this.#samples;
    this.#put(Math.max(0, Math.abs(p[x]! / width - 0.5) - VEIL.middle) / 0.1);
    this.#put(Math.max(0, Math.abs(p[y]! / height - 0.5) - VEIL.middle) / 0.1);
  }
}
