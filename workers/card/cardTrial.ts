import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import { decodeSrgb } from '#core/colour/transfer';
import type { AreaInput } from '#core/measure/areaInput';
import { RUN_PIXELS, TABLE_NODES, runMemory } from '#core/loops/runMemory';
import { applyStep } from '#core/render/applyStep';
import { tableCard } from '#core/render/card';
import type { Card, CardStep } from '#core/render/card';
import { measureEdgeColours } from '#core/render/edgeColours';
import { encodePixels, encodeWidePixels } from '#core/render/encodePixels';
import type { ScreenSpace } from '#core/render/encodePixels';
import type { AdjustKind, PixelKernel, RenderKinds } from '#core/render/kinds';
import { tableKernel } from '#core/render/tableKernel';

/** How a card's picture differs from the processor's. */
export interface Difference {
  /** codes, among pixels of which the card is sure */
  readonly most: number;
  /** share of pixels of which it is not */
  readonly unsure: number;
}

/** Whether it is seen by nobody, and leaves little to the processor. */
export function isSmall({ most, unsure }: Difference): boolean {
  return most <= 1 && unsure <= MOST_UNSURE;
}

/** What a trial of a graphics card gave. */
export interface CardTrial {
  /** by kind of step, `table` for those that are tabulated, and `wide` for one on a screen of Display P3 */
  readonly differences: Readonly<Record<string, Difference>>;
  /** whether it draws what the processor draws, within a code, and is seldom unsure */
  readonly isRight: boolean;
  /** milliseconds for a small picture with all these steps, medians */
  readonly cardMs: number;
  readonly processorMs: number;
}

/** A step by both ways. */
interface TrialStep {
  readonly name: string;
  readonly card: CardStep;
  readonly kernel: PixelKernel;
  readonly placed: boolean;
  /** in whose codes it is drawn; sRGB where it is not said */
  readonly space?: ScreenSpace;
}

const [WIDTH, HEIGHT] = [320, 240];
const REGION = { x: 0, y: 0, width: WIDTH, height: HEIGHT, outWidth: WIDTH, outHeight: HEIGHT };
const STRENGTH = 0.8;
const TURNS = 3;
const MOST_UNSURE = 0.02;

/** Draws a pattern by card and by processor. @throws {Error} when the card draws nothing */
export function tryCard(card: Card, kinds: RenderKinds): CardTrial {
  const pattern = patternOf();
  const steps = [
    ...[...kinds.adjusts.values()].flatMap((kind) => stepOf(kind, pattern) ?? []),
    tableStep(pattern),
    { ...tableStep(pattern), name: 'wide', space: 'display-p3' as const },
  ];
  const differences = steps.map((step) => {
    // The processor first: it works out the nodes that the card looks up.
    const expected = byProcessor(pattern, [step]);
    return [step.name, differenceOf(expected, byCard(card, pattern, [step]))] as const;
  });
  // Once more untimed, for what is prepared at first.
  byProcessor(pattern, steps);
  byCard(card, pattern, steps);
  return {
    differences: Object.fromEntries(differences),
    isRight: differences.every(([, difference]) => isSmall(difference)),
    processorMs: medianMs(() => byProcessor(pattern, steps)),
    cardMs: medianMs(() => byCard(card, pattern, steps)),
  };
}

/**
 * Skin-like shading with grain, blotches, a broad redness and dark marks, a strip of strong colours, black and white; two
 * soft discs cover parts of it.
 */
function patternOf(): { readonly input: AreaInput; readonly other: AreaInput } {
  const data = new Float32Array(3 * WIDTH * HEIGHT);
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
    const grain = ((i * 7919) % 101) / 1010;
    const light = Math.max(0, 1.05 - Math.hypot(x / WIDTH - 0.35, y / HEIGHT - 0.4) + grain);
    const red = 0.12 * Math.exp(-(((x - 190) / 30) ** 2) - ((y - 130) / 30) ** 2);
    const blotch = 0.05 * Math.sin(x / 5) * Math.sin(y / 6);
    const dark = x % 40 < 3 && y % 40 < 3 ? 0.6 : 1;
    const skin = [0.85, 0.62 - red - blotch, 0.5 - red + 0.5 * blotch];
    const strong = [x / WIDTH, 0.5 - grain, 1 - x / WIDTH].map((channel) => channel * light);
    const white = [1, 0.99, 0.97].map((channel) => channel - 0.3 * grain);
    const lit = skin.map((channel) => channel * light * dark);
    const others = y < HEIGHT / 8 ? strong : lit;
    const colour = y > 0.85 * HEIGHT ? white : others;
    colour.forEach((channel, c) => (data[3 * i + c] = decodeSrgb(Math.min(1, channel))));
  }
  const pixels = { space: 'srgbLinear', width: WIDTH, height: HEIGHT, data } as const;
  const disc = (middle: number) => ({
    space: 'coverage8' as const,
    width: WIDTH,
    height: HEIGHT,
    data: Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) => {
      const far = Math.hypot((i % WIDTH) - middle * WIDTH, Math.floor(i / WIDTH) - HEIGHT / 2);
      return Math.min(255, Math.max(0, 12 * (HEIGHT / 2.2 - far)));
    }),
  });
  const input = { region: REGION, pixels, coverage: disc(0.5) };
  return { input, other: { ...input, coverage: disc(0.8) } };
}
type Pattern = ReturnType<typeof patternOf>;

function stepOf(kind: AdjustKind, { input, other }: Pattern): TrialStep | undefined {
  if (!kind.card) return undefined;
  const { trial } = kind.card;
  const measures = kind.measure({ ...input, like: other, readings: [] }, trial);
  const [kernel, card] = [kind.compile(trial, measures), kind.card.compile(trial, measures)];
  if (!kernel || !card) throw new Error(`${kind.id} changes nothing in its trial`);
  const edge = kind.cleansEdges ? measureEdgeColours(input) : undefined;
  return {
    name: kind.id,
    card: { kernel: card, coverage: input.coverage.data, strength: STRENGTH, edge },
    kernel,
    placed: kind.looksAt === 'place',
  };
}

/** A hue that is turned and a chroma that is raised, by a table. */
function tableStep({ input }: Pattern): TrialStep {
  const { table, kernel } = tableKernel((pixels, count) => {
    for (let p = 0; p < 3 * count; p += 3) {
      const [light, a, b] = convertSrgbLinearToOklab([pixels[p]!, pixels[p + 1]!, pixels[p + 2]!]);
      pixels.set(convertOklabToSrgbLinear([light, 1.1 * a - 0.2 * b, 1.1 * b + 0.2 * a]), p);
    }
  }, TABLE_NODES);
  const card = { kernel: tableCard(table), coverage: input.coverage.data, strength: STRENGTH };
  return { name: 'table', card, kernel, placed: false };
}

function byProcessor({ input }: Pattern, steps: readonly TrialStep[]): Uint8Array {
  const { data } = input.pixels;
  const codes = new Uint8Array(4 * WIDTH * HEIGHT);
  const encode = spaceOf(steps) === 'srgb' ? encodePixels : encodeWidePixels;
  const memory = runMemory();
  memory?.beginRound();
  const run = memory?.pixels ?? new Float32Array(3 * RUN_PIXELS);
  for (let first = 0; first < WIDTH * HEIGHT; first += RUN_PIXELS) {
    const pixels = run.subarray(0, Math.min(3 * RUN_PIXELS, data.length - 3 * first));
    pixels.set(data.subarray(3 * first, 3 * first + pixels.length));
    for (const { kernel, card, placed } of steps)
      applyStep(pixels, card.coverage.subarray(first, first + pixels.length / 3), kernel, {
        strength: card.strength,
        at: { region: REGION, first, placed, edge: card.edge },
      });
    encode(pixels, codes, 4 * first);
  }
  return codes;
}

function byCard(card: Card, { input }: Pattern, steps: readonly TrialStep[]): Uint8Array {
  const codes = new Uint8Array(4 * WIDTH * HEIGHT);
  const picture = { source: input.pixels.data, region: REGION, space: spaceOf(steps) };
  if (!card.draw({ ...picture, steps: steps.map((step) => step.card) }, codes))
    throw new Error('the graphics card draws nothing');
  return codes;
}

/** One screen shows all steps: the first one's. */
const spaceOf = ([first]: readonly TrialStep[]): ScreenSpace => first?.space ?? 'srgb';

function differenceOf(expected: Uint8Array, drawn: Uint8Array): Difference {
  let most = 0;
  let unsure = 0;
  for (let p = 0; p < drawn.length; p += 4) {
    if (drawn[p + 3] === 0) unsure++;
    else for (let c = p; c < p + 3; c++) most = Math.max(most, Math.abs(drawn[c]! - expected[c]!));
  }
  return { most, unsure: (4 * unsure) / drawn.length };
}

function medianMs(run: () => void): number {
  const times = Array.from({ length: TURNS }, () => {
    const begin = performance.now();
    run();
    return performance.now() - begin;
  });
  return times.sort((one, other) => one - other)[TURNS >> 1]!;
}
