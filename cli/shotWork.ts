import { newPhoto } from '#core/document/commands';
import type { Area } from '#core/document/schema';
import type { WrittenAs } from '#core/formats/writtenFile';
import { Resolver } from '#core/render/resolver';
import { findParts } from '#core/segment/findParts';
import type { FoundPeople } from '#core/segment/found';
import type { Pyramid } from '#core/raster/pyramid';
import type { FollowedFrame } from '#kinds/shot/followShot';
import { photoBetween } from '#kinds/shot/between';
import { measuresBetween } from '#kinds/shot/keyMeasures';
import { coverageBetween } from '#kinds/shot/coverageBetween';
import { KINDS } from '#kinds/registry.gen';
import { tfNetworks } from '../networks/tfNetworks';
import { packCoverage } from '../node/coverageFile';
import type { OpenedFrame } from './shotFrames';
import { encodeFile, renderPixels } from '../node/writePhoto';
import { networkFiles } from './networkFiles';

/** A frame that was followed, and what is to become of it. */
export interface FrameWork {
  readonly followed: Pick<FollowedFrame<OpenedFrame>, 'frame' | 'photo' | 'plates'>;
  readonly as: WrittenAs;
  /** whether its pixels are wanted, three bytes each, and no file */
  readonly bare: boolean;
  readonly masks: boolean;
  /** what steps found on the frame on which the plan was made and what holds on all, by the step's id */
  readonly measures: ReadonlyMap<string, unknown>;
}

/** A frame as it is written, and the coverage of its areas as grey PNGs. */
export interface WrittenFrame {
  readonly bytes: Uint8Array;
  readonly masks: readonly { readonly area: Pick<Area, 'id' | 'name'>; readonly png: Uint8Array }[];
}

const networks = tfNetworks(networkFiles);

/** People and their parts in a frame. @throws {NetworksMissingError} */
export function findInFrame(pyramid: Pyramid): Promise<FoundPeople> {
  return findParts(pyramid, networks);
}

/**
 * Renders a frame with its plan just as the photo that it is would be with that plan and the coverage of its areas;
 * what lies beyond a cut stays as it is.
 */
export async function workFrame({ followed, as, bare, masks, measures }: FrameWork): Promise<WrittenFrame> {
  const { frame, photo: plan, plates } = followed;
  const { pyramid, sha256: id, name: file } = frame;
  const sides = plan ? [{ photo: plan, plates, weight: 1, measures }] : [];
  const resolver = new Resolver(pyramid, KINDS, measuresBetween(sides));
  const photo = { ...photoBetween(sides, KINDS, newPhoto({ id, file, ...sizeOf(pyramid) })), id, file };
  const baked = coverageBetween(pyramid, photo, sides);
  const pixels = await renderPixels({ opened: frame, resolver, photo, baked }, as, () => undefined);
  return {
    bytes: bare ? (pixels.data as Uint8Array) : await encodeFile(pixels, as, frame),
    masks: masks
      ? await Promise.all(
          [...baked].map(async ([areaId, coverage8]) => ({
            area: { id: areaId, name: photo.areas.find((area) => area.id === areaId)!.name },
            png: await packCoverage(coverage8, pyramid.width, pyramid.height),
          })),
        )
      : [],
  };
}

const sizeOf = ({ width, height }: Pyramid) => ({ width, height });
