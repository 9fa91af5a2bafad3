/**
 * Goes on from pixels of a plane to those beside, above and below them as long as these are taken.
 * @param take says whether it goes on to a pixel, and notes that it was there
 * @returns those it began with, and all that were taken
 */
export function grownFrom(
  from: readonly number[],
  { outWidth, outHeight }: { readonly outWidth: number; readonly outHeight: number },
  take: (next: number, from: number) => boolean,
): number[] {
  const reached = [...from];
  for (let n = 0; n < reached.length; n++) {
    const at = reached[n]!;
    const column = at % outWidth;
    const visit = (next: number) => take(next, at) && reached.push(next);
    if (column > 0) visit(at - 1);
    if (column < outWidth - 1) visit(at + 1);
    if (at >= outWidth) visit(at - outWidth);
    if (at < outWidth * (outHeight - 1)) visit(at + outWidth);
  }
  return reached;
}
