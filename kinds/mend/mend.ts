import type { JsonObject } from '#core/document/kinds';
import type { Photo, Step } from '#core/document/schema';
import type { Finding } from '#core/measure/check';
import type { PhotoFinding } from '#core/render/checkPhoto';

/** A step that mends what was found, still without an id. */
export type Mend = Pick<Step, 'kind' | 'version' | 'areaId' | 'parameters'>;

/** How far blotches are evened: enough to calm them, little enough to stay skin. */
const EVENNESS = 0.7;
/** Neck and limbs of neutral portraits are up to 12 L* darker than their faces; so much of the difference is left to them. */
const LIGHT_SHARE = 0.65;
const ROUNDED = 10;
const NO_LIGHT = { exposure: 0, gamma: 1, contrast: 0, saturation: 0, warmth: 0 };

/** The step that mends a finding; undefined where no step can. */
export function mendOf({ finding, skinId, faceId, neckAndLimbsId }: PhotoFinding): Mend | undefined {
  switch (finding.is) {
    case 'hue': {
      const targets = Object.fromEntries(
        ['light', 'middle', 'shade'].map((name) => [
          name,
          rounded(finding.rungs.find(({ rung }) => rung === name)?.target),
        ]),
      );
      const none = { light: null, middle: null, shade: null };
      return {
        kind: 'hue-to-target',
        version: 2,
        areaId: skinId,
        parameters: { hue: targets, saturation: none, lightness: none, keeps: 'chroma', more: [] },
      };
    }
    case 'blotches':
      return even(skinId, { hue: EVENNESS, saturation: EVENNESS, lightness: EVENNESS, blush: 0 });
    case 'flushed':
      return even(faceId ?? skinId, { hue: 0.5, saturation: 0.3, lightness: 0, blush: 0 });
    case 'apart':
      if (!faceId || !neckAndLimbsId) return undefined;
      return {
        kind: 'match',
        version: 1,
        areaId: neckAndLimbsId,
        parameters: { to: { by: 'area', areaId: faceId }, light: LIGHT_SHARE, colour: 1 },
      };
    case 'pushed':
      return {
        kind: 'light',
        version: 1,
        areaId: skinId,
        parameters: { ...NO_LIGHT, exposure: -Math.round(ROUNDED * finding.stops) / ROUNDED },
      };
    case 'clipped':
      return undefined;
  }
}

function even(areaId: string, shares: JsonObject): Mend {
  return { kind: 'evenness', version: 1, areaId, parameters: { size: null, marks: 1, ...shares } };
}

function rounded(degrees: number | undefined): number | null {
  return degrees === undefined ? null : Math.round(degrees * ROUNDED) / ROUNDED;
}

/** Mends build on each other: light is brought together first, blotches are evened, then hue is judged; what that pushed beyond white is darkened last. */
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
      .map(mendOf)
      .filter((mend) => mend !== undefined);
    mended = {
      ...mended,
      plan: [...mended.plan, ...mends.map((mend) => ({ ...mend, id: newId(), strength: 1, on: true }))],
    };
  }
  return mended;
}
