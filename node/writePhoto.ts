import sharp from 'sharp';
import { WHOLE_PICTURE } from '#core/document/schema';
import type { Photo } from '#core/document/schema';
import { WRITER } from '#core/formats/exif';
import { writePng } from '#core/formats/pngFile';
import type { CodedPixels } from '#core/formats/pngFile';
import { writeTiff } from '#core/formats/tiffFile';
import { FORMAT_FACTS, placeExtras, spaceFor, writtenExtras } from '#core/formats/writtenFile';
import type { WrittenAs } from '#core/formats/writtenFile';
import { codedStrips, renderCoded, sizeWithin, writtenSpace } from '#core/render/codedRegion';
import { RegionRenderer } from '#core/render/regionRenderer';
import type { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import type { OpenedPhoto } from './openPhoto';

const STRIP_PIXELS = 1_000_000;

/** A photo with what is to be done to it. */
export interface PlannedPhoto {
  readonly opened: OpenedPhoto;
  readonly resolver: Resolver;
  readonly photo: Photo;
  /** by area id: coverage that came ready made, 0..255 per pixel */
  readonly baked: ReadonlyMap<string, Uint8Array>;
}

/** The file that a photo becomes with its plan. @param onProgress is told the share that is done, 0..1 */
export async function writePhoto(
  job: PlannedPhoto,
  as: WrittenAs,
  onProgress: (share: number) => void,
): Promise<Uint8Array> {
  const written = { ...as, space: spaceFor(as) };
  return encodeFile(renderWhole(job, written, onProgress), written, job.opened);
}

function renderWhole(
  { opened: { pyramid }, resolver, photo, baked }: PlannedPhoto,
  { format, space, longEdge }: WrittenAs,
  onProgress: (share: number) => void,
): CodedPixels {
  const size = sizeWithin(pyramid, longEdge);
  const steps = resolver.plan(photo, baked);
  const renderer = new RegionRenderer(pyramid, KINDS);
  const used = new Set(photo.plan.map(({ areaId }) => areaId));
  for (const area of [WHOLE_PICTURE, ...photo.areas.filter(({ id }) => used.has(id))])
    renderer.learnArea(resolver.area(area, photo, baked.get(area.id)));
  const { depth } = FORMAT_FACTS[format];
  const count = 3 * size.width * size.height;
  const data = depth === 16 ? new Uint16Array(count) : new Uint8Array(count);
  let at = 0;
  for (const region of codedStrips(pyramid, size, STRIP_PIXELS)) {
    const codes = renderCoded(renderer, steps, region, { space, depth, channels: 3 });
    data.set(codes, at);
    at += codes.length;
    onProgress(at / count);
  }
  return { ...size, data, channels: 3 };
}

async function encodeFile(coded: CodedPixels, as: WrittenAs, opened: OpenedPhoto): Promise<Uint8Array> {
  const extras = writtenExtras(opened.extras, writtenSpace(as.space, opened.pyramid), as, coded);
  if (as.format === 'tiff16') return writeTiff(coded, extras);
  if (as.format === 'png' || as.format === 'png16') return writePng(coded, extras);
  const { width, height, data } = coded;
  const image = sharp(data, { raw: { width, height, channels: 3 } });
  const { quality } = as;
  if (as.format === 'avif')
    return image
      .withExif({ IFD0: { Software: WRITER } })
      .avif({ quality })
      .toBuffer();
  const bare = await (
    as.format === 'webp'
      ? image.webp({ quality })
      : image.jpeg({ quality, chromaSubsampling: as.fullChroma ? '4:4:4' : '4:2:0' })
  ).toBuffer();
  return placeExtras(bare, as.format, extras, coded);
}
