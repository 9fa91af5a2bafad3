import { fingerprint } from '#core/document/fingerprint';
import type { Photo } from '#core/document/schema';
import { findSmaller } from '#core/follow/findSmaller';
import { flowFrame } from '#core/follow/flow';
import type { FlowFrame } from '#core/follow/flow';
import { joinMotions, meanSure, motionsBetween, noMotion } from '#core/follow/motion';
import type { Motion } from '#core/follow/motion';
import type { Plate } from '#core/raster/plate';
import type { Pyramid } from '#core/raster/pyramid';
import { wholeRegion } from '#core/raster/raster';
import { sampleRegion } from '#core/raster/sampleRegion';
import type { FoundPeople } from '#core/segment/found';
import {
  carryFound,
  foundPartsIn,
  isPartOf,
  platesFoundAnew,
  platesInPhoto,
  putPlates,
  sharedShare,
} from './foundPlates';
import type { FoundPlates } from './foundPlates';
import { movedPhoto } from './movedPhoto';
import { middleOf, whoIsWho } from './whoIsWho';
import type { Face } from './whoIsWho';

/** One frame of a shot, decoded. */
export interface ShotFrame {
  /** its place in the shot, from 0 */
  readonly n: number;
  readonly pyramid: Pyramid;
}

/** A shot and who looks for people in its frames. */
export interface FollowedShot<Frame extends ShotFrame> {
  readonly count: number;
  /** frames one after another, from one to another; backwards where that comes before */
  frames(from: number, to: number): AsyncIterable<Frame>;
  readonly find: (pyramid: Pyramid) => Promise<FoundPeople>;
  /** lets others have their turn, after each frame */
  pause(): Promise<void>;
}

/** The frame on which the hand was, its document, and the coverage that its marks name. */
export interface HandFrame<Frame extends ShotFrame> {
  readonly frame: Frame;
  readonly photo: Photo;
  readonly plates: ReadonlyMap<string, Plate>;
}

/** Something about a frame that is worth a look. */
export interface FollowNote {
  readonly n: number;
  /** the area's name; empty for the whole frame */
  readonly what: string;
  readonly is: 'unsure' | 'jumps' | 'lost' | 'not-found' | 'cut';
}

/** A frame with the document that was followed to it. */
export interface FollowedFrame<Frame extends ShotFrame> {
  readonly frame: Frame;
  /** undefined beyond a cut: nothing is followed there */
  readonly photo: Photo | undefined;
  readonly plates: ReadonlyMap<string, Plate>;
  readonly notes: readonly FollowNote[];
  /** from where it can be gone on with, behind the frames between two at which parts are found */
  readonly state?: FollowState;
}

/** All that following knows of the frames that lie behind it. */
export interface FollowState {
  /** the frame at which parts were found last */
  readonly n: number;
  /** from the hand's frame to it, and back */
  readonly hand: Ways;
  readonly found: FoundPlates;
  /** middles and widths of faces there, by the sitter's id */
  readonly faces: ReadonlyMap<string, Face>;
}

/** How a shot is followed. */
export interface Following {
  /** how many frames lie between two at which parts are found anew, 1 or more */
  readonly every: number;
  /** the first and the last frame that are wanted; all where nothing is said */
  readonly reach?: FrameReach;
  /** where it ended on either side of the hand's frame: it goes on behind that, to the bit as without a stop */
  readonly goOn?: { readonly before?: FollowState; readonly after?: FollowState };
}

/** Pixels on the longer side on which motion is looked for. */
const LONG_SIDE = 320;
/** Less sure than this over the whole frame, and it shows something else. */
const CUT_BELOW = 0.3;
/** Less sure than this where it covers, and an area may be wrong. */
const UNSURE_BELOW = 0.4;
/** Found so far from where it was carried to, and one of both is wrong. */
const JUMPS_BELOW = 0.6;

/**
 * Follows a photo's areas through the frames of its shot, first backwards from the hand's frame, then from there on.
 * Every so many frames the parts are found anew; between two such frames they are carried by motion from both and
 * fade from the one into the other. What was drawn goes with what it lies on. A cut ends it.
 */
export async function* followShot<Frame extends ShotFrame>(
  shot: FollowedShot<Frame>,
  hand: HandFrame<Frame>,
  { every, reach = { from: 0, to: shot.count - 1 }, goOn: { before, after } = {} }: Following,
): AsyncGenerator<FollowedFrame<Frame>> {
  const { n } = hand.frame;
  const begun = new Follower(shot, hand, every);
  if ((before?.n ?? n) > reach.from)
    yield* new Follower(shot, hand, every).follow((before?.n ?? n) - 1, reach.from, before);
  if (!after) yield begun.handFrame();
  if ((after?.n ?? n) < reach.to) yield* begun.follow((after?.n ?? n) + 1, reach.to, after);
}

/** The hand's own frame as all others are: its found parts no finer than theirs. */
export function handAsFollowed<Frame extends ShotFrame>(
  shot: FollowedShot<Frame>,
  hand: HandFrame<Frame>,
): FollowedFrame<Frame> {
  return new Follower(shot, hand, 1).handFrame();
}

/** Frames from one to another, both among them. */
export interface FrameReach {
  readonly from: number;
  readonly to: number;
}

/** A frame between two at which was found, and the ways to them. */
interface Between<Frame> {
  readonly frame: Frame;
  /** from the frame before, and back to it */
  readonly step: Ways;
  /** to the frame at which was found last */
  readonly toLast: Motion;
  readonly hand: Ways;
}

/** A motion and the one back. */
interface Ways {
  readonly onward: Motion;
  readonly back: Motion;
}

interface Group<Frame> {
  readonly frames: readonly Frame[];
  /** who was found on the last of them; undefined where no part is followed */
  readonly looked: Promise<FoundPeople> | undefined;
}

function beyondCut<Frame extends ShotFrame>(
  frame: Frame,
  notes: readonly FollowNote[],
): FollowedFrame<Frame> {
  return { frame, photo: undefined, plates: new Map(), notes };
}

class Follower<Frame extends ShotFrame> {
  readonly #region;
  readonly #still: Motion;
  #small: FlowFrame;
  #found: FoundPlates;
  #hand: Ways;
  /** middles and widths of faces where parts were found last, by the sitter's id */
  #faces: ReadonlyMap<string, Face>;

  constructor(
    readonly shot: FollowedShot<Frame>,
    readonly start: HandFrame<Frame>,
    readonly every: number,
  ) {
    const { pyramid } = start.frame;
    this.#region = wholeRegion(pyramid.width, pyramid.height, LONG_SIDE);
    this.#still = noMotion(this.#region);
    this.#small = this.#smallOf(start.frame);
    this.#found = platesInPhoto(start.photo, start.plates);
    this.#hand = { onward: this.#still, back: this.#still };
    this.#faces = new Map(start.photo.sitters.map(({ id, face }) => [id, middleOf(face)]));
  }

  /** The hand's own frame, its found parts no finer than they are in the others. */
  handFrame(): FollowedFrame<Frame> {
    const { frame } = this.start;
    return this.#framed({ frame, hand: this.#hand }, this.#found, []);
  }

  /** @param state of the frame before the first */
  async *follow(from: number, to: number, state?: FollowState): AsyncGenerator<FollowedFrame<Frame>> {
    if (state) await this.#goOnFrom(state);
    let isCut = false;
    const groups = this.#groups(from, to);
    let ahead = groups.next();
    for (let now = await ahead; !now.done; now = await ahead) {
      const { frames, looked } = now.value;
      // The next group is read, and people are looked for in it, while this one is followed.
      ahead = groups.next();
      ahead.catch(() => undefined);
      if (isCut) for (const frame of frames) yield beyondCut(frame, []);
      else
        for await (const followed of this.#followGroup(frames, looked)) {
          isCut ||= followed.photo === undefined;
          yield followed;
        }
    }
  }

  async #goOnFrom({ n, hand, found, faces }: FollowState): Promise<void> {
    for await (const frame of this.shot.frames(n, n)) this.#small = this.#smallOf(frame);
    [this.#hand, this.#found, this.#faces] = [hand, found, faces];
  }

  /** Frames up to each at which parts are found anew, and who is looked for there. */
  async *#groups(from: number, to: number): AsyncGenerator<Group<Frame>> {
    let frames: Frame[] = [];
    for await (const frame of this.shot.frames(from, to)) {
      frames.push(frame);
      if (frames.length < this.every && frame.n !== to) continue;
      const looked = this.#found.size > 0 ? findSmaller(frame.pyramid, this.shot.find) : undefined;
      looked?.catch(() => undefined);
      yield { frames, looked };
      frames = [];
    }
  }

  async *#followGroup(
    frames: readonly Frame[],
    looked: Promise<FoundPeople> | undefined,
  ): AsyncGenerator<FollowedFrame<Frame>> {
    const open: Between<Frame>[] = [];
    for (const frame of frames) {
      const next = this.#next(frame, open.at(-1));
      if (!next) break;
      open.push(next);
      await this.shot.pause();
    }
    const isWhole = open.length === frames.length;
    yield* this.#settle(open, isWhole ? await looked : undefined);
    for (const [i, frame] of frames.slice(open.length).entries())
      yield beyondCut(frame, i === 0 ? [{ n: frame.n, what: '', is: 'cut' }] : []);
  }

  #smallOf({ pyramid }: Frame): FlowFrame {
    return flowFrame(sampleRegion(pyramid, this.#region));
  }

  /** @returns undefined at a cut */
  #next(frame: Frame, before: Between<Frame> | undefined): Between<Frame> | undefined {
    const small = this.#smallOf(frame);
    const step = motionsBetween(this.#small, small, this.#region);
    if (meanSure(step.onward) < CUT_BELOW) return undefined;
    this.#small = small;
    const hand = before?.hand ?? this.#hand;
    return {
      frame,
      step,
      toLast: joinMotions(step.back, before?.toLast ?? this.#still),
      hand: {
        onward: joinMotions(hand.onward, step.onward),
        back: joinMotions(step.back, hand.back),
      },
    };
  }

  /** Follows the frames since parts were found last. @param people found on the last of them; undefined before a cut */
  *#settle(
    open: readonly Between<Frame>[],
    people: FoundPeople | undefined,
  ): Generator<FollowedFrame<Frame>> {
    const last = open.at(-1);
    if (!last) return;
    const lookAt: FollowNote[] = [];
    const before = this.#found;
    const ways = people ? waysTo(open, this.#still) : [];
    const now = people ? this.#foundAnew(last, ways[0]!, people, lookAt) : undefined;
    this.#found = now ?? carryFound([{ found: before, motion: last.toLast, weight: 1 }]).found;
    this.#hand = last.hand;
    for (const [i, entry] of open.entries()) {
      const share = now ? (i + 1) / open.length : 0;
      const { found, sure } = carryFound([
        { found: before, motion: entry.toLast, weight: 1 - share },
        ...(now ? [{ found: now, motion: ways[i + 1]!, weight: share }] : []),
      ]);
      const notes = this.#notesOf(entry.frame.n, found, sure);
      if (entry !== last) yield this.#framed(entry, found, notes);
      else yield { ...this.#framed(entry, found, [...notes, ...lookAt]), ...this.#stateBehind(open) };
    }
  }

  /** The last frames of a shot may be fewer: who follows all of it would not stand there. */
  #stateBehind(open: readonly Between<Frame>[]): Pick<FollowedFrame<Frame>, 'state'> {
    if (open.length < this.every) return {};
    return {
      state: { n: open.at(-1)!.frame.n, hand: this.#hand, found: this.#found, faces: this.#faces },
    };
  }

  /** Parts at a frame: found anew, or carried there where the sitter was not found. */
  #foundAnew(last: Between<Frame>, there: Motion, people: FoundPeople, lookAt: FollowNote[]): FoundPlates {
    const { who, faces } = whoIsWho(people, this.#faces, there);
    this.#faces = faces;
    const anew = platesFoundAnew(this.#found.keys(), people, who);
    const carried = carryFound([{ found: this.#found, motion: last.toLast, weight: 1 }]).found;
    const followed = [...this.#found.keys()];
    for (const { id, number } of this.start.photo.sitters)
      if (!who.has(id) && followed.some((name) => isPartOf(name, id)))
        lookAt.push({ n: last.frame.n, what: String(number), is: 'not-found' });
    const jumps = (name: string): boolean => {
      const [now, before] = [anew.get(name) ?? [], carried.get(name) ?? []];
      if (now.length === 0 || before.length === 0) return false;
      return (sharedShare(now, before, this.#region) ?? 1) < JUMPS_BELOW;
    };
    const jumping = new Set([...anew.keys()].filter(jumps));
    for (const area of this.start.photo.areas)
      if (foundPartsIn(area).some((name) => jumping.has(name)))
        lookAt.push({ n: last.frame.n, what: area.name, is: 'jumps' });
    return new Map([...anew].map(([name, plates]) => [name, plates ?? carried.get(name) ?? []]));
  }

  #framed(
    { frame, hand }: Pick<Between<Frame>, 'frame' | 'hand'>,
    found: FoundPlates,
    notes: readonly FollowNote[],
  ): FollowedFrame<Frame> {
    const { photo, plates } = this.start;
    const nameFor = (name: string) => `${frame.n} ${fingerprint(name)}`;
    const moved = movedPhoto(photo, hand, plates, nameFor);
    const put = putPlates(moved.photo, found, nameFor);
    return { frame, photo: put.photo, plates: new Map([...moved.plates, ...put.plates]), notes };
  }

  #notesOf(n: number, found: FoundPlates, sure: ReadonlyMap<string, number>): FollowNote[] {
    return this.start.photo.areas.flatMap((area): FollowNote[] => {
      const parts = foundPartsIn(area);
      if (parts.length === 0) return [];
      if (parts.every((part) => !found.get(part)?.length)) return [{ n, what: area.name, is: 'lost' }];
      const isUnsure = parts.some((part) => (sure.get(part) ?? 1) < UNSURE_BELOW);
      return isUnsure ? [{ n, what: area.name, is: 'unsure' }] : [];
    });
  }
}

/** From the frame at which parts were found last, and from each after it, to the last of them. */
function waysTo<Frame>(open: readonly Between<Frame>[], still: Motion): readonly Motion[] {
  const ways = [still];
  for (const { step } of [...open].reverse()) ways.unshift(joinMotions(step.onward, ways[0]!));
  return ways;
}
