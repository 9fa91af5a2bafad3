import { RUNGS } from '#core/document/schema';
import type { Rung } from '#core/document/schema';
import { colourNumbers } from '#core/measure/colourNumbers';
import type { ColourNumbers } from '#core/measure/colourNumbers';
import { meanLinear, patchRegion, trimPatch } from '#core/measure/reading';
import { rungSamples } from '#core/measure/rungs';
import { sampleRegion } from '#core/raster/sampleRegion';
import type { ReadCommand } from './arguments';
import { openPhotoFile } from './photoFile';
import type { OpenedPhoto } from '../node/openPhoto';
import { openWork } from './plan';
import type { LookPlace } from './workPlace';

/** One patch of one photo in numbers. */
export interface PatchNumbers extends ColourNumbers {
  readonly x: number;
  readonly y: number;
  readonly size: number;
}

/** One rung of a part in numbers; the sitter is null for an area that was given. */
export interface RungNumbers extends ColourNumbers {
  readonly sitter: number | null;
  readonly part: string;
  readonly rung: Rung;
}

/** Numbers of patches, or of the rungs of each sitter’s part. */
export interface ReadResult {
  readonly patches: readonly PatchNumbers[];
  readonly rungs: readonly RungNumbers[];
}

/** @throws {PhotoFileError} {NetworksMissingError} and {RangeError} for a patch beside the photo */
export async function readPhoto(
  path: string,
  command: Pick<ReadCommand, 'at' | 'sitter' | 'part' | 'mask'>,
  place: LookPlace,
): Promise<ReadResult> {
  if (command.at.length > 0)
    return { patches: readPatches(await openPhotoFile(path, place.report), command.at), rungs: [] };
  const { photo, resolver } = await openWork(path, command.mask, [command.part], place);
  place.report.progress(1);
  const areas = photo.areas
    .filter(({ part }) => part === command.part)
    .map((area) => ({ area, number: photo.sitters.find(({ id }) => id === area.sitter)?.number ?? null }));
  const rungs = areas
    .filter(({ number }) => command.sitter === undefined || number === command.sitter)
    .flatMap(({ area, number }) => {
      const { pixels, coverage } = resolver.measures.input(resolver.area(area, photo), []);
      const samples = rungSamples(pixels, coverage);
      return RUNGS.filter((rung) => samples[rung].length > 0).map((rung) => ({
        sitter: number,
        part: area.part,
        rung,
        ...colourNumbers(meanLinear(samples[rung])),
      }));
    });
  return { patches: [], rungs };
}

function readPatches({ pyramid }: OpenedPhoto, at: ReadCommand['at']): PatchNumbers[] {
  return at.map((patch) => {
    const region = patchRegion(patch, pyramid);
    if (!region)
      throw new RangeError(
        `the patch at ${patch.x}, ${patch.y} lies beside the photo, which has ${pyramid.width} × ${pyramid.height} pixels`,
      );
    return { ...patch, ...colourNumbers(meanLinear(trimPatch(sampleRegion(pyramid, region).data))) };
  });
}

/** These numbers, in lines for a terminal. */
export function sayRead(file: string, { patches, rungs }: ReadResult): string {
  const lines = [
    ...patches.map((patch) => `  ${patch.x}, ${patch.y} (${patch.size} px)  ${sayNumbers(patch)}`),
    ...rungs.map(
      (entry) =>
        `  ${entry.sitter === null ? '' : `sitter ${entry.sitter}, `}${entry.part} ${entry.rung}  ${sayNumbers(entry)}`,
    ),
  ];
  return [file, ...(lines.length > 0 ? lines : ['  nothing to read: no such part was found'])].join('\n');
}

function sayNumbers({ hsv, rgb8, cielabD50, ita }: ColourNumbers): string {
  const hue = hsv.hue === null ? 'no hue' : `${hsv.hue.toFixed(1)}°`;
  return `HSV ${hue} ${Math.round(100 * hsv.saturation)} ${Math.round(100 * hsv.value)}  RGB ${rgb8.join(' ')}  Lab ${cielabD50.map((value) => value.toFixed(1)).join(' ')}  ITA ${ita.degrees.toFixed(0)}° ${ita.name}`;
}
