import { newPhoto } from '#core/document/commands';
import { ShotError } from '#core/errors';
import { encodeCoveragePng } from '#core/formats/coveragePng';
import { fileNameBy, freeName } from '#core/formats/fileNames';
import { writePng } from '#core/formats/pngFile';
import type { CodedPixels } from '#core/formats/pngFile';
import { writeTiff } from '#core/formats/tiffFile';
import type { Pyramid } from '#core/raster/pyramid';
import { wholeRegion } from '#core/raster/raster';
import type { Photo } from '#core/document/schema';
import { codedStrips, renderCoded } from '#core/render/codedRegion';
import type { CodedTarget } from '#core/render/codedRegion';
import { RegionRenderer } from '#core/render/regionRenderer';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import { photoBetween } from '#kinds/shot/between';
import { coverageBetween } from '#kinds/shot/coverageBetween';
import type { FrameSide } from '#kinds/shot/between';
import { frameName } from '#kinds/shot/keyFrames';
import { keyMeasures, measuresBetween } from '#kinds/shot/keyMeasures';
import { isFrames } from '#kinds/shot/numberedFrames';
import { followShot } from '#kinds/shot/followShot';
import type { FollowedFrame, FollowedShot, ShotFrame } from '#kinds/shot/followShot';
import { Clip } from './clip';
import type { OpenedClip } from './clip';
import { CLIP_ENDINGS, ClipWriter, keepsSound } from './clipWriter';
import { Finder } from './finder';
import { ImageFrames } from './imageFrames';
import { jpegOf } from './photoOpening';
import { serve } from './serve';
import type { ShotExchanges, ShotWritten } from './shotProtocol';

const STRIP_PIXELS = 1_000_000;

let clip: OpenedClip | undefined;
let clipName = '';
const finder = new Finder(1);
let followed: AsyncGenerator<FollowedFrame<ShotFrame>> | undefined;
let ahead: ReturnType<NonNullable<typeof followed>['next']> | undefined;
/** Frames that are asked for in their order are decoded once. */
let onward: { next: number; readonly frames: AsyncGenerator<ShotFrame> } | undefined;
let writing: { readonly as: ShotWritten; readonly clip: ClipWriter | undefined } | undefined;
/** a folder for each area's coverage, by the area's id */
const folders = new Map<string, string>();
const taken = new Set<string>();

function current(): OpenedClip {
  if (!clip) throw new RangeError('no clip is open');
  return clip;
}

serve<ShotExchanges>({
  open: async ({ file, name, rate }) => {
    clip?.dispose();
    clip = await (isFrames(name) ? ImageFrames.open(file, name, rate) : Clip.open(file, name));
    clipName = name;
    return { ...clip.facts, keepsSoundAs: CLIP_ENDINGS.filter((ending) => keepsSound(ending, clip!.facts)) };
  },
  small: ({ n, longSide }) => current().small(n, longSide),
  still: async ({ n }) => {
    const file = await current().file?.(n);
    if (file) return file;
    const pyramid = await frameAt(n);
    const png = pngOf(coded(pyramid, resolvedIn(pyramid, []), { depth: 8, channels: 3 }));
    return new File([png], frameName(clipName, n));
  },
  begin: async ({ n, photo, plates, how }) => {
    const hand = { frame: { n, pyramid: await frameAt(n) }, photo, plates };
    void followed?.return(undefined);
    followed = followShot(through(), hand, how);
    ahead = undefined;
    return undefined;
  },
  next: async () => {
    if (!followed) throw new RangeError('nothing is followed');
    const { value, done } = await (ahead ?? followed.next());
    ahead = done ? undefined : followed.next();
    // Whoever asks for the next one hears of a failure.
    ahead?.catch(() => undefined);
    if (done || !value) return undefined;
    const { frame, ...at } = value;
    return { n: frame.n, ...at };
  },
  picture: async ({ n, sides, longSide }) => {
    const pyramid = await frameAt(n);
    const region = wholeRegion(pyramid.width, pyramid.height, longSide);
    const { resolver, plan } = resolvedIn(pyramid, sides);
    return jpegOf(resolver.render(plan, region), region);
  },
  measure: async ({ n, photo, plates }) => {
    const hand = { frame: { n, pyramid: await frameAt(n) }, photo, plates };
    return keyMeasures(through(), hand, photo.frame!.measuredAtKeys);
  },
  write: async (as) => {
    await writing?.clip?.dispose();
    const { format, reach } = as;
    folders.clear();
    taken.clear();
    const isClip = format === 'webm' || format === 'mp4';
    writing = { as, clip: isClip ? await ClipWriter.start(current(), format, reach) : undefined };
    return undefined;
  },
  add: async ({ n, sides }) => {
    const { as, clip: file } = writing!;
    const pyramid = await frameAt(n);
    const number = String(n + 1).padStart(4, '0');
    const files = new Map<string, Blob>();
    const frame = resolvedIn(pyramid, sides);
    if (file) await file.add(n, coded(pyramid, frame, { depth: 8, channels: 4 }));
    else files.set(...(await fileOf(n, as.format, (target) => coded(pyramid, frame, target))));
    if (as.masks) for (const [name, png] of masksOf(pyramid, frame)) files.set(`${name}/${number}.png`, png);
    return files;
  },
  end: async () => {
    const file = await writing?.clip?.end();
    writing = undefined;
    return file;
  },
});

/** The clip as areas are followed through it. */
const through = (): FollowedShot<ShotFrame> => ({
  count: current().facts.times.length,
  frames: (from, to) => current().frames(from, to),
  find: (pyramid) =>
    finder.find(pyramid, {
      tiles: false,
      onProgress: () => undefined,
      signal: new AbortController().signal,
    }),
  pause: () => new Promise<void>((resolve) => setTimeout(resolve)),
});

/** @throws {ShotError} damaged */
async function frameAt(n: number): Promise<Pyramid> {
  if (onward?.next !== n) {
    void onward?.frames.return(undefined);
    onward = { next: n, frames: current().frames(n, current().facts.times.length - 1) };
  }
  const { value } = await onward.frames.next();
  onward.next++;
  if (!value) throw new ShotError('damaged', { frame: n + 1 });
  return value.pyramid;
}

/** A frame with what is done to it. */
function resolvedIn(pyramid: Pyramid, sides: readonly FrameSide[]) {
  const bare = newPhoto({
    id: '0'.repeat(64),
    file: clipName || 'clip',
    width: pyramid.width,
    height: pyramid.height,
  });
  const photo = photoBetween(sides, KINDS, bare);
  const baked = coverageBetween(pyramid, photo, sides);
  const resolver = new Resolver(pyramid, KINDS, measuresBetween(sides));
  return { photo, baked, resolver, ...resolver.work(photo, baked) };
}

type ResolvedFrame = ReturnType<typeof resolvedIn>;

type Target = Omit<CodedTarget, 'space'>;

/** A frame's pixels as they are written. */
function coded(pyramid: Pyramid, { areas, plan }: ResolvedFrame, target: Target): CodedPixels {
  const { width, height } = pyramid;
  const renderer = new RegionRenderer(pyramid, KINDS);
  for (const area of areas) renderer.learnArea(area);
  const count = width * height * target.channels;
  const data = target.depth === 16 ? new Uint16Array(count) : new Uint8Array(count);
  let at = 0;
  for (const strip of codedStrips(pyramid, { width, height }, STRIP_PIXELS)) {
    const codes = renderCoded(renderer, plan, strip, { ...target, space: 'srgb' });
    data.set(codes, at);
    at += codes.length;
  }
  return { width, height, data, channels: target.channels };
}

/** A frame as a file of its own, and its name. */
async function fileOf(
  n: number,
  format: ShotWritten['format'],
  pixelsAs: (target: Target) => CodedPixels,
): Promise<[string, Blob]> {
  if (format === 'tiff16') {
    const bytes = writeTiff(pixelsAs({ depth: 16, channels: 3 }), {});
    return [frameName(clipName, n, 'tif'), new Blob([bytes], { type: 'image/tiff' })];
  }
  if (format === 'png') return [frameName(clipName, n), pngOf(pixelsAs({ depth: 8, channels: 3 }))];
  const { width, height, data } = pixelsAs({ depth: 8, channels: 4 });
  const canvas = new OffscreenCanvas(width, height);
  const image = new ImageData(new Uint8ClampedArray(data as Uint8Array<ArrayBuffer>), width, height);
  canvas.getContext('2d', { alpha: false })!.putImageData(image, 0, 0);
  return [frameName(clipName, n, 'jpg'), await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.95 })];
}

const pngOf = (pixels: CodedPixels) =>
  new Blob([writePng(pixels, {}) as Uint8Array<ArrayBuffer>], { type: 'image/png' });

/** The coverage of each area that steps stand on, by a folder of its name. */
function* masksOf(pyramid: Pyramid, { photo, baked }: ResolvedFrame): Generator<readonly [string, Blob]> {
  for (const [id, coverage8] of baked) {
    const png = encodeCoveragePng(coverage8, pyramid.width, pyramid.height);
    yield [folderOf(photo, id), new Blob([png as Uint8Array<ArrayBuffer>], { type: 'image/png' })];
  }
}

function folderOf({ areas }: Photo, id: string): string {
  const known = folders.get(id);
  if (known) return known;
  const { name } = areas.find((area) => area.id === id)!;
  const folder = freeName(fileNameBy('{name}', { name, sitting: '', number: 0 }, 'png'), taken).slice(0, -4);
  folders.set(id, folder);
  return folder;
}
