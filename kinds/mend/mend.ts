import type { Triple } from '#core/colour/triple';
import { makeStep } from '#core/document/make';
import { RUNGS } from '#core/document/schema';
import type { Photo, Step } from '#core/document/schema';
import { isOfLight } from '#core/measure/light/findLight';
import type { LightFinding } from '#core/measure/light/findLight';
import { checkPhoto } from '#core/render/checkPhoto';
import type { PhotoFinding } from '#core/render/checkPhoto';
import { NO_PLACES } from '#core/render/kinds';
import type { LightJudge } from '#core/render/photoLight';
import type { Baked } from '#core/render/resolver';
import { clear } from '#kinds/adjust/clear/index';
import { compileCurves } from '#kinds/adjust/curves/compute';
import { curves } from '#kinds/adjust/curves/index';
import { curvesThrough } from '#kinds/adjust/curves/points';
import { evenness } from '#kinds/adjust/evenness/index';
import { NEUTRAL as NO_EVENNESS } from '#kinds/adjust/evenness/schema';
import { hueToTarget } from '#kinds/adjust/hue-to-target/index';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import { light } from '#kinds/adjust/light/index';
import { NEUTRAL as NO_LIGHT } from '#kinds/adjust/light/schema';
import { match } from '#kinds/adjust/match/index';
import { matchToFace } from '#kinds/adjust/match/schema';
import { prepare } from '#kinds/adjust/prepare/index';
import { NEUTRAL as NO_PREPARING } from '#kinds/adjust/prepare/schema';
import { veil } from '#kinds/adjust/veil/index';
import { takeOff } from '#kinds/adjust/veil/schema';

/** How far blotches are evened: enough to calm them, little enough to stay skin. */
export const EVENED = 0.85;
const ROUNDED = 10;

/**
 * The step that mends a finding; undefined where no step can.
 * @param id of the step
 */
export function mendOf(
  { finding, skinId, faceId, neckAndLimbsId, partId }: PhotoFinding,
  id: string,
): Step | undefined {
  if (isOfLight(finding)) return lightMend(finding, id);
  if (!skinId) return undefined;
  const skin = { id, areaId: skinId };
  switch (finding.is) {
    case 'hue': {
      const targets = RUNGS.map((name) => {
        const target = finding.rungs.find(({ rung }) => rung === name)?.target;
        return [name, target === undefined ? null : rounded(target)];
      });
      const hue = Object.fromEntries(targets) as typeof NO_TARGETS.hue;
      return makeStep(hueToTarget, { ...NO_TARGETS, hue }, skin);
    }
    case 'blotches':
      return makeStep(evenness, { ...NO_EVENNESS, hue: EVENED, saturation: EVENED, lightness: EVENED }, skin);
    case 'flushed':
      return makeStep(
        evenness,
        { ...NO_EVENNESS, hue: 0.5, saturation: 0.3 },
        { id, areaId: faceId ?? skinId },
      );
    case 'apart':
      if (!faceId || !neckAndLimbsId) return undefined;
      return makeStep(match, matchToFace(faceId), { id, areaId: neckAndLimbsId });
    case 'pushed':
      return makeStep(light, { ...NO_LIGHT, exposure: -darkening(finding.stops) }, skin);
    case 'tint':
      // What is green or blue no clearing takes away.
      if (!partId || finding.towards === 'green' || finding.towards === 'blue') return undefined;
      return makeStep(clear, { brighten: 0, clear: rounded(finding.excess) }, { id, areaId: partId });
    case 'cast':
      return partId === undefined ? undefined : neutralLight(finding.light, { id, areaId: partId });
    case 'clipped':
      return undefined;
  }
}

/** Makes a light neutral, on a part or on the whole picture. */
function neutralLight(light: Triple, where: { readonly id: string; readonly areaId: string | null }): Step {
  // Half as light: a deep colour's brightest channel stays within what a patch may hold.
  const [red, green, blue] = light.map((channel) => Math.max(0.0005, channel / 2));
  return makeStep(prepare, { ...NO_PREPARING, neutral: [red!, green!, blue!] }, where);
}

function lightMend(finding: LightFinding, id: string): Step | undefined {
  switch (finding.is) {
    case 'veil':
      return makeStep(veil, takeOff(finding.veil), { id, areaId: null });
    case 'light':
      return neutralLight(finding.light, { id, areaId: null });
    case 'tones':
      return makeStep(curves, curvesThrough(finding.pairs), { id, areaId: null });
    case 'lights':
    case 'one-colour':
      return undefined;
  }
}

/**
 * What curves through readings will make of any colour, linear sRGB, so that other parts can be looked at
 * before; undefined for other findings.
 */
export function previewOf({ finding }: PhotoFinding): ((colour: Triple) => Triple) | undefined {
  const kernel = finding.is === 'tones' ? compileCurves(curvesThrough(finding.pairs)) : undefined;
  if (!kernel) return undefined;
  return (colour) => {
    const pixel = Float32Array.from(colour);
    kernel(pixel, 1, NO_PLACES);
    return [pixel[0]!, pixel[1]!, pixel[2]!];
  };
}

/** Puts a step that mends into the plan: what is of the whole picture before what is of a part. */
export function putMend(photo: Photo, step: Step): Photo {
  const first = photo.plan.findIndex(({ areaId }) => areaId !== null);
  if (step.areaId !== null || first < 0) return { ...photo, plan: [...photo.plan, step] };
  return { ...photo, plan: [...photo.plan.slice(0, first), step, ...photo.plan.slice(first)] };
}

/** Stops in tenths, never fewer than there are: what is mended must be gone. */
export function darkening(stops: number): number {
  return Math.ceil(ROUNDED * stops) / ROUNDED;
}

function rounded(value: number): number {
  return Math.round(value * ROUNDED) / ROUNDED;
}

/**
 * All that is off in a photo as its plan leaves it. The light of the whole picture comes first; skin is judged
 * on what its mends will leave, so that it is not mended for a cast that goes.
 * @param judge keeps what it found of the light
 * @param baked ready-made coverage by area id
 */
export function lookOver(judge: LightJudge, photo: Photo, baked?: Baked): PhotoFinding[] {
  const light = judge.look(photo, baked).map((finding) => ({ ...OF_PICTURE, finding }));
  // Skin under a light that stays as it is has the colour of that light, unless there is hardly any.
  if (light.some(({ finding }) => !isMended(finding) && !isHardlyTold(finding))) return light;
  const lit = mendsOf(light, (n) => `light-${n}`).reduce(putMend, photo);
  return [...light, ...checkPhoto(judge.resolver, lit, baked)];
}

const OF_PICTURE = {
  sitterId: undefined,
  skinId: undefined,
  faceId: undefined,
  neckAndLimbsId: undefined,
} as const;

/** Whether a finding is mended with the rest, or left until it is asked for. */
function isMended(finding: PhotoFinding['finding']): boolean {
  return 'asks' in finding ? finding.asks === undefined : !isOfLight(finding);
}

function isHardlyTold(finding: PhotoFinding['finding']): boolean {
  return 'asks' in finding && finding.asks === 'hardly-told';
}

/** Steps for all that is mended without being asked about. */
function mendsOf(findings: readonly PhotoFinding[], newId: (n: number) => string): Step[] {
  return findings
    .filter(({ finding }) => isMended(finding))
    .map((found, n) => mendOf(found, newId(n)))
    .filter((mend) => mend !== undefined);
}

/**
 * Mends build on each other: the light of the whole picture goes first, then light is brought together,
 * blotches are evened, then hue is judged; what that pushed beyond white is darkened last.
 */
const ORDER: readonly (readonly PhotoFinding['finding']['is'][])[] = [
  ['veil', 'light', 'tones'],
  ['apart'],
  ['blotches'],
  ['hue'],
  ['flushed'],
  ['pushed'],
  ['tint', 'cast'],
];

/**
 * A plan with the steps that mend everything that check finds, each found on what the steps before it leave.
 * What is asked about is left.
 * @param look checks a photo as its plan leaves it
 * @param newId makes the id of a step
 * @param onProgress share done, 0..1; may throw to give up
 */
export async function mendAll(
  photo: Photo,
  look: (photo: Photo) => readonly PhotoFinding[] | Promise<readonly PhotoFinding[]>,
  newId: () => string,
  onProgress: (share: number) => void = () => undefined,
): Promise<Photo> {
  let mended = photo;
  let seen: { readonly of: Photo; readonly findings: readonly PhotoFinding[] } | undefined;
  for (const [n, together] of ORDER.entries()) {
    onProgress(n / ORDER.length);
    // A plan that did not change leaves what it left.
    if (seen?.of !== mended) seen = { of: mended, findings: await look(mended) };
    const found = seen.findings.filter(({ finding }) => together.includes(finding.is));
    mended = mendsOf(found, () => newId()).reduce(putMend, mended);
  }
  return mended;
}
