/** Frames that are worked on at once, at most: a minute at 30 frames a second. */
export const MOST_FRAMES = 1800;
/** Frames that are held at a time where they are wanted backwards. */
const HELD = 12;

/**
 * Frames one after another, from one to another, by a decoder that only goes onward; backwards where the second comes
 * before the first.
 */
export async function* framesInOrder<Frame>(
  from: number,
  to: number,
  onward: (from: number, to: number) => AsyncIterable<Frame>,
): AsyncGenerator<Frame> {
  if (from <= to) {
    yield* onward(from, to);
    return;
  }
  for (let end = from; end >= to; end -= HELD) {
    const held: Frame[] = [];
    for await (const frame of onward(Math.max(to, end - HELD + 1), end)) held.push(frame);
    yield* held.reverse();
  }
}
