import sharp from 'sharp';
import type { Photo } from '#core/document/schema';
import { WRITER } from '#core/formats/exif';
import { writePng } from '#core/formats/pngFile';
import type { CodedPixels } from '#core/formats/pngFile';
import { writeTiff } from '#core/formats/tiffFile';
import { FORMAT_FACTS, placeExtras, spaceFor, writtenExtras } from '#core/formats/writtenFile';
import type { WrittenAs } from '#core/formats/writtenFile';
import type { Region } from '#core/raster/raster';
import { codedStrips, sizeWithin, writtenSpace } from '#core/render/codedRegion';
import type { CodedTarget } from '#core/render/codedRegion';
import type { Resolver } from '#core/render/resolver';
import type { OpenedPhoto } from './openPhoto';
import { beginRendering } from './stripRenderer';
import type { StripWork } from './stripRenderer';
import { StripThreads } from './stripThreads';
import type { ThreadsAllowed } from './stripThreads';

const STRIP_PIXELS = 1_000_000;

/** A photo with what is to be done to it. */
export interface PlannedPhoto {
  readonly opened: OpenedPhoto;
  readonly resolver: Resolver;
  readonly photo: Photo;
  /** by area id: coverage that came ready made, 0..255 per pixel */
  readonly baked: ReadonlyMap<string, Uint8Array>;
}

/**
 * The file that a photo becomes with its plan.
 * @param onProgress is told the share that is done, 0..1
 * @param threads in which its strips may be rendered
 */
export async function writePhoto(
  job: PlannedPhoto,
  as: WrittenAs,
  onProgress: (share: number) => void,
  threads?: ThreadsAllowed,
): Promise<Uint8Array> {
  return encodeFile(await renderPixels(job, as, onProgress, threads), as, job.opened);
}

/** The pixels that a photo becomes with its plan, as they are written. */
export async function renderPixels(
  job: PlannedPhoto,
  as: WrittenAs,
  onProgress: (share: number) => void,
  threads?: ThreadsAllowed,
): Promise<CodedPixels> {
  const { pyramid } = job.opened;
  const renderers = new StripThreads(pyramid, beginRendering, threads);
  const size = sizeWithin(pyramid, as.longEdge);
  const { depth } = FORMAT_FACTS[as.format];
  const count = 3 * size.width * size.height;
  const data = depth === 16 ? new Uint16Array(count) : new Uint8Array(count);
  const strips = [...codedStrips(pyramid, size, STRIP_PIXELS)];
  const starts = startsOf(strips);
  let done = 0;
  const take = (codes: Uint8Array | Uint16Array, n: number) => {
    data.set(codes, 3 * starts[n]!);
    done += codes.length;
    onProgress(done / count);
  };
  try {
    const work = stripWork(job, { space: spaceFor(as), depth, channels: 3 });
    await renderers.each(work, strips, take);
  } finally {
    await renderers.end();
  }
  return { ...size, data, channels: 3 };
}

/** How many pixels come before each strip. */
function startsOf(strips: readonly Region[]): readonly number[] {
  let start = 0;
  return strips.map(({ outWidth, outHeight }) => (start += outWidth * outHeight) - outWidth * outHeight);
}

function stripWork(
  { opened: { pyramid }, resolver, photo, baked }: PlannedPhoto,
  target: CodedTarget,
): StripWork {
  const { plan: steps, areas } = resolver.work(photo, baked);
  return { pyramid, areas, steps, target };
}

/** A file of pixels that were rendered. */
export async function encodeFile(
  coded: CodedPixels,
  asked: WrittenAs,
  opened: OpenedPhoto,
): Promise<Uint8Array> {
  const as = { ...asked, space: spaceFor(asked) };
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
