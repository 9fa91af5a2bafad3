import { RUN_PIXELS } from '../loops/runMemory';

/**
 * Takes over what a card drew, by runs of pixels.
 * @param drawn four bytes a pixel, 0 for alpha where the card is not sure
 * @param isNew by run, 1 where it is wanted
 * @param codes receives the runs that are wanted and sure in all of their pixels
 * @returns by run, 1 for those that are wanted and not sure
 */
export function takeSureRuns(drawn: Uint8Array, isNew: Uint8Array, codes: Uint8Array): Uint8Array {
  return isNew.map((wanted, run) => {
    if (wanted === 0) return 0;
    const pixels = drawn.subarray(4 * RUN_PIXELS * run, 4 * RUN_PIXELS * (run + 1));
    for (let alpha = 3; alpha < pixels.length; alpha += 4) if (pixels[alpha] === 0) return 1;
    codes.set(pixels, 4 * RUN_PIXELS * run);
    return 0;
  });
}
