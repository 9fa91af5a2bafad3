import { deltaDegrees, wrapDegrees } from '#core/colour/angles';
import { ciede2000 } from '#core/colour/ciede2000';
import { convertSrgbLinearToCielabD65 } from '#core/colour/cielab';
import { hexOfSrgbLinear } from '#core/colour/hex';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import type { Triple } from '#core/colour/triple';
import { asItCame } from '#core/document/brought';
import { wasChanged } from '#core/document/wasChanged';
import { makeStep } from '#core/document/make';
import type { Brought, Photo, Rung, Step } from '#core/document/schema';
import { clamp } from '#core/math/clamp';
import { frameLight } from '#core/measure/frameLight';
import type { SeenTwice } from '#core/measure/frameLight';
import { rungNumbers } from '#core/measure/rungNumbers';
import type { RungNumbers } from '#core/measure/rungNumbers';
import { medianOf } from '#core/measure/setSpread';
import { NO_PLACES } from '#core/render/kinds';
import type { PartNumbers, RungColours } from '#core/render/photoNumbers';
import { evenToColour } from '#kinds/adjust/even-to-colour/index';
import { EVEN_TO_COLOUR_START } from '#kinds/adjust/even-to-colour/schema';
import { hueToTarget } from '#kinds/adjust/hue-to-target/index';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import { prepare } from '#kinds/adjust/prepare/index';
import { NEUTRAL as NO_PREPARING } from '#kinds/adjust/prepare/schema';
import { putMend } from '../mend/mend';

/** What a rung is wanted to be; null for what is left. */
export type RungGoal = { readonly [Quantity in keyof RungNumbers]: number | null };

/** To what a set is brought, and how far. */
export interface EvenOptions {
  readonly to:
    | { readonly by: 'reference'; readonly photoId: string }
    | { readonly by: 'median' }
    | { readonly by: 'numbers'; readonly rungs: Readonly<Record<Rung, RungGoal>> };
  /** how far exposure and white of the frames are brought together first, 0..1 */
  readonly frames: number;
  /** how far the skin's hue and saturation are brought there, 0..1 */
  readonly colour: number;
  /** how far its lightness is, 0..1 */
  readonly light: number;
  /** the greatest change of a skin's middle by all of this, ΔE00; null for none */
  readonly most: number | null;
  /** whether backgrounds are left, made white to the edges, or brought to one tone */
  readonly ground: 'leave' | 'white' | 'same';
  /** what stays where an earlier evening was changed by hand */
  readonly wins: 'photo' | 'plan';
  readonly newId: () => string;
}

/** A photo of the set with what its parts show without evening (see `withoutEvening`). */
export interface MeasuredPhoto {
  readonly photo: Photo;
  readonly parts: readonly PartNumbers[];
}

/** An evened photo, and what is to be known of it. */
export interface EvenedPhoto {
  readonly photo: Photo;
  readonly notes: readonly EvenNote[];
}
/** Nobody to even; a skin that would have been moved further; an evening that stays as the hand left it. */
export type EvenNote = 'nobody' | 'limited' | 'kept';

/** What an evening puts into a photo, for what it is. */
const LIGHT = 'light';
const GROUND = 'ground';
const skinOf = (who: string) => `skin of ${who}`;

/** A photo without the steps by which its set was evened. */
export function withoutEvening(photo: Photo): Photo {
  const evened = new Set(photo.brought.filter(({ by }) => by === 'even').map(({ id }) => id));
  return evened.size === 0 ? photo : { ...photo, plan: photo.plan.filter(({ id }) => !evened.has(id)) };
}

/**
 * Evens a set: exposure and white of each frame are brought to those of the reference or to the set's median, by
 * what is seen in both; then each sitter's skin to its rungs there.
 */
export function evenSet(set: readonly MeasuredPhoto[], options: EvenOptions): EvenedPhoto[] {
  const wanted = goalOf(set, options);
  return set.map((measured) => evened(measured, wanted, options));
}

/** Parts of different photos that are the same: a person's, or the ground. */
function keyOf({ sitters }: Photo, { sitter, part }: PartNumbers): string {
  const owner = sitters.find(({ id }) => id === sitter);
  return `${part} of ${owner ? whoIs(owner) : 'nobody'}`;
}
const whoIs = ({ person, number }: Photo['sitters'][number]) => person ?? `sitter ${number}`;

/** What the parts are to be: by light, and as the plans leave them. */
interface Goal {
  readonly lit: ReadonlyMap<string, RungColours>;
  readonly after: ReadonlyMap<string, RungColours>;
}

function goalOf(set: readonly MeasuredPhoto[], { to, frames }: EvenOptions): Goal {
  const reference = to.by === 'reference' ? set.find(({ photo }) => photo.id === to.photoId) : undefined;
  const lit = collect(reference ? [reference] : onlyShared(set), ({ lit: colours }) => colours);
  if (reference) return { lit, after: collect([reference], ({ after }) => after) };
  // The median of what is left once the frames are lit alike.
  const after = collect(set, (numbers, { photo, parts }) =>
    photo.plan.some(({ areaId }) => areaId !== null)
      ? numbers.after
      : lightened(numbers.after, scaled(lightBetween({ photo, parts }, lit), frames)),
  );
  return { lit, after };
}

/** What one photo alone shows is like itself and says nothing of the light of the others. */
function onlyShared(set: readonly MeasuredPhoto[]): MeasuredPhoto[] {
  const counts = new Map<string, number>();
  for (const { photo, parts } of set)
    for (const key of parts.map((numbers) => keyOf(photo, numbers)))
      counts.set(key, (counts.get(key) ?? 0) + 1);
  return set.map(({ photo, parts }) => ({
    photo,
    parts: parts.filter((numbers) => counts.get(keyOf(photo, numbers))! > 1),
  }));
}

function collect(
  set: readonly MeasuredPhoto[],
  of: (numbers: PartNumbers, measured: MeasuredPhoto) => RungColours,
): ReadonlyMap<string, RungColours> {
  const all = new Map<string, RungColours[]>();
  for (const measured of set)
    for (const numbers of measured.parts) {
      const key = keyOf(measured.photo, numbers);
      all.set(key, [...(all.get(key) ?? []), of(numbers, measured)]);
    }
  return new Map([...all].map(([key, colours]) => [key, middleOf(colours)]));
}

/** Per rung and channel. */
function middleOf(all: readonly RungColours[]): RungColours {
  const at = (rung: Rung) =>
    [0, 1, 2].map((c) => medianOf(all.map((each) => each[rung][c]!))) as unknown as Triple;
  return { light: at('light'), middle: at('middle'), shade: at('shade') };
}
/** How much a part is trusted to look alike in two frames: skin by two rungs, of which the light may be cut. */
const TRUSTED: readonly { readonly part: string; readonly rungs: readonly Rung[] }[] = [
  { part: 'skin', rungs: ['middle', 'shade'] },
  { part: 'hair', rungs: ['middle'] },
  { part: 'clothes', rungs: ['light', 'middle', 'shade'] },
  { part: 'background', rungs: ['light', 'middle', 'shade'] },
];

function lightBetween({ photo, parts }: MeasuredPhoto, goal: Goal['lit']): Triple {
  const seen = parts.flatMap((numbers): SeenTwice[] => {
    const there = goal.get(keyOf(photo, numbers));
    const { rungs } = TRUSTED.find(({ part }) => part === numbers.part) ?? { rungs: [] };
    return there ? rungs.map((rung) => ({ here: numbers.lit[rung], there: there[rung] })) : [];
  });
  return frameLight(seen);
}

const scaled = (gain: Triple, share: number) => gain.map((value) => value ** share) as unknown as Triple;

function lightened(colours: RungColours, gain: Triple): RungColours {
  const at = (rung: Rung) => colours[rung].map((value, c) => value * gain[c]!) as unknown as Triple;
  return { light: at('light'), middle: at('middle'), shade: at('shade') };
}

function evened(measured: MeasuredPhoto, goal: Goal, options: EvenOptions): EvenedPhoto {
  const { photo, parts } = measured;
  const notes = new Set<EvenNote>();
  if (!parts.some(({ part }) => part === 'skin')) notes.add('nobody');
  if (options.wins === 'photo' && wasChanged(photo, 'even')) return { photo, notes: ['kept'] };
  const isReference = options.to.by === 'reference' && options.to.photoId === photo.id;
  const steps = [
    ...(isReference ? [] : stepsWithin(measured, goal, options, notes)),
    ...groundSteps(measured, goal, options),
  ];
  const base = withoutEvening(photo);
  const brought: Brought[] = steps.map(({ step, of }) => ({
    id: step.id,
    of,
    by: 'even',
    from: photo.id,
    as: asItCame(step),
  }));
  return {
    photo: {
      ...steps.reduce((state, { step }) => putMend(state, step), base),
      brought: [...photo.brought.filter(({ by }) => by !== 'even'), ...brought],
    },
    notes: [...notes],
  };
}

/** A step that evens, and what it is for. */
interface EvenStep {
  readonly step: Step;
  readonly of: string;
}

const HALVINGS = 8;

/** Light and skin, as far as the limit lets them: beyond it all goes the same share of its way. */
function stepsWithin(
  measured: MeasuredPhoto,
  goal: Goal,
  options: EvenOptions,
  notes: Set<EvenNote>,
): readonly EvenStep[] {
  const { frames, colour, light, most } = options;
  const at = (share: number) =>
    personSteps(measured, goal, {
      ...options,
      frames: share * frames,
      colour: share * colour,
      light: share * light,
    });
  const all = at(1);
  if (most === null || all.moved <= most) return all.steps;
  notes.add('limited');
  // Light and skin move the same colour, so the way is not in proportion to the share: it is halved until it fits.
  let [low, high] = [0, 1];
  for (let n = 0; n < HALVINGS; n++) {
    const share = (low + high) / 2;
    if (at(share).moved <= most) low = share;
    else high = share;
  }
  return at(low).steps;
}

function personSteps(measured: MeasuredPhoto, goal: Goal, options: EvenOptions) {
  const gain = scaled(lightBetween(measured, goal.lit), options.frames);
  const skins = measured.parts.flatMap((numbers) => {
    const made = skinStep(measured.photo, numbers, gain, { goal, options });
    return made ? [made] : [];
  });
  return {
    steps: [...lightSteps(gain, options), ...skins.map(({ step, of }) => ({ step, of }))],
    /** the greatest change of a skin's middle, ΔE00 */
    moved: Math.max(0, ...skins.map(({ moved }) => moved)),
  };
}

/** Less than this nobody sees, stops of any channel. */
const LEAST_LIGHT = 0.01;
const MOST_STOPS = 5;

function lightSteps(gain: Triple, { newId }: EvenOptions) {
  if (gain.every((factor) => Math.abs(Math.log2(factor)) < LEAST_LIGHT)) return [];
  // What grey is in this frame once it is lit like the others becomes grey.
  const grey = gain.map((factor) => 1 / factor) as unknown as Triple;
  const luminance = luminanceOfSrgbLinear(grey);
  const neutral = grey.map((channel) => clamp(channel / luminance / 2, 0.0005, 2)) as unknown as Triple;
  const parameters = {
    ...NO_PREPARING,
    neutral: [neutral[0], neutral[1], neutral[2]] as [number, number, number],
    exposure: clamp(-Math.log2(luminance), -MOST_STOPS, MOST_STOPS),
  };
  return [{ step: makeStep(prepare, parameters, { id: newId(), areaId: null }), of: LIGHT }];
}

/** @returns undefined for what is no skin, and where nothing is asked of it */
function skinStep(
  photo: Photo,
  numbers: PartNumbers,
  gain: Triple,
  { goal, options }: { readonly goal: Goal; readonly options: EvenOptions },
): (EvenStep & { readonly moved: number }) | undefined {
  const there = goal.after.get(keyOf(photo, numbers));
  const { colour, light, newId } = options;
  const strength = Math.max(colour, light);
  if (numbers.part !== 'skin' || !there || strength === 0) return undefined;
  // Steps on parts are taken to undo what the light does; without them it reaches the skin.
  const isWorkedOn = photo.plan.some(({ areaId }) => areaId !== null);
  const now = isWorkedOn ? numbers.after : lightened(numbers.after, gain);
  const targets = (quantity: keyof RungNumbers, share: number) => {
    const at = (rung: Rung) => {
      const wanted = options.to.by === 'numbers' ? options.to.rungs[rung] : rungNumbers(there[rung]);
      // At the step's strength each quantity goes as far as is wanted.
      return partOfWay(quantity, rungNumbers(now[rung])[quantity], wanted[quantity], share / strength);
    };
    return { light: at('light'), middle: at('middle'), shade: at('shade') };
  };
  const parameters = {
    ...NO_TARGETS,
    hue: targets('hue', colour),
    saturation: targets('saturation', colour),
    lightness: targets('lightness', light),
  };
  const kernel = hueToTarget.compile(parameters, {
    rungs: {
      light: Float32Array.from(now.light),
      middle: Float32Array.from(now.middle),
      shade: Float32Array.from(now.shade),
    },
    bands: [],
  });
  if (!kernel) return undefined;
  const pixel = Float32Array.from(now.middle);
  kernel(pixel, 1, NO_PLACES);
  const then = now.middle.map((value, c) => value + strength * (pixel[c]! - value)) as unknown as Triple;
  const owner = photo.sitters.find(({ id }) => id === numbers.sitter);
  return {
    step: makeStep(hueToTarget, parameters, { id: newId(), areaId: numbers.areaId, strength }),
    of: skinOf(owner ? whoIs(owner) : 'nobody'),
    moved: deltaE(numbers.after.middle, then),
  };
}

/** A number so far on its way to another one, hues the short way round; null where there is nothing to go to. */
function partOfWay(
  quantity: keyof RungNumbers,
  from: number | null,
  to: number | null,
  share: number,
): number | null {
  if (from === null || to === null || share === 0) return null;
  const way = quantity === 'hue' ? deltaDegrees(from, to) : to - from;
  const there = from + share * way;
  return Math.round(100 * (quantity === 'hue' ? wrapDegrees(there) : there)) / 100;
}

function groundSteps({ photo, parts }: MeasuredPhoto, goal: Goal, { ground, newId }: EvenOptions) {
  const numbers = parts.find(({ part }) => part === 'background');
  if (ground === 'leave' || !numbers) return [];
  const there = goal.after.get(keyOf(photo, numbers));
  const colour = ground === 'white' ? '#ffffff' : hexOfSrgbLinear(there?.middle ?? numbers.after.middle);
  const parameters = { ...EVEN_TO_COLOUR_START, colour, falloff: ground === 'white' ? 1 : 0.8 };
  return [{ step: makeStep(evenToColour, parameters, { id: newId(), areaId: numbers.areaId }), of: GROUND }];
}

const deltaE = (one: Triple, other: Triple) =>
  ciede2000(convertSrgbLinearToCielabD65(one), convertSrgbLinearToCielabD65(other));
