import { makeStep } from '#core/document/make';
import { RUNGS } from '#core/document/schema';
import type { Photo, Step } from '#core/document/schema';
import type { Finding } from '#core/measure/check';
import type { PhotoFinding } from '#core/render/checkPhoto';
import { evenness } from '#kinds/adjust/evenness/index';
import { NEUTRAL as NO_EVENNESS } from '#kinds/adjust/evenness/schema';
import { hueToTarget } from '#kinds/adjust/hue-to-target/index';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import { light } from '#kinds/adjust/light/index';
import { NEUTRAL as NO_LIGHT } from '#kinds/adjust/light/schema';
import { match } from '#kinds/adjust/match/index';
import { matchToFace } from '#kinds/adjust/match/schema';

/** How far blotches are evened: enough to calm them, little enough to stay skin. */
const EVENED = 0.7;
const ROUNDED = 10;

/**
 * The step that mends a finding; undefined where no step can.
 * @param id of the step
 */
export function mendOf(
  { finding, skinId, faceId, neckAndLimbsId }: PhotoFinding,
  id: string,
): Step | undefined {
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
      return makeStep(light, { ...NO_LIGHT, exposure: -rounded(finding.stops) }, skin);
    case 'clipped':
      return undefined;
  }
}

function rounded(value: number): number {
  return Math.round(value * ROUNDED) / ROUNDED;
}

/**
 * Mends build on each other: light is brought together first, blotches are evened, then hue is judged; what
 * that pushed beyond white is darkened last.
 */
const ORDER: readonly Finding['is'][] = ['apart', 'blotches', 'hue', 'flushed', 'pushed'];

/**
 * A plan with the steps that mend everything that check finds, each found on what the steps before it leave.
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
  for (const [n, is] of ORDER.entries()) {
    onProgress(n / ORDER.length);
    const mends = (await look(mended))
      .filter(({ finding }) => finding.is === is)
      .map((found) => mendOf(found, newId()))
      .filter((mend) => mend !== undefined);
    mended = { ...mended, plan: [...mended.plan, ...mends] };
  }
  return mended;
}
