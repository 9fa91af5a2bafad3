import type { Photo } from '#core/document/schema';
import type { Plate } from '#core/raster/plate';
import type { FollowedFrame, Following, FrameReach, ShotFrame } from '#kinds/shot/followShot';
import type { FrameSide } from '#kinds/shot/between';
import type { ClipFacts } from './clip';
import type { Exchange } from './protocol';

export type { ClipFacts } from './clip';

/** A frame to which a key frame was followed, without its pixels. */
export type FollowedAt = Omit<FollowedFrame<ShotFrame>, 'frame'> & { readonly n: number };

/** A clip, and as which kinds its sound goes along. */
export interface ShotFacts extends ClipFacts {
  readonly keepsSoundAs: readonly ShotFormat[];
}

/** As what a shot is written: a clip, or numbered frames. */
export type ShotFormat = 'webm' | 'mp4' | 'png' | 'jpeg' | 'tiff16';

/** How a shot is written. */
export interface ShotWritten {
  readonly format: ShotFormat;
  /** the coverage of areas too, as grey PNGs */
  readonly masks: boolean;
  readonly reach: FrameReach;
}

/** A frame, and what is done to it; no sides where nothing is. */
export interface FrameWork {
  readonly n: number;
  readonly sides: readonly FrameSide[];
}

/** A worker that decodes a clip, follows areas through it, renders and writes its frames. */
export type ShotExchanges = {
  /** @param rate of images, frames a second */
  open: Exchange<{ file: Blob; name: string; rate?: number }, ShotFacts>;
  /** a frame as it is, in small, as a JPEG */
  small: Exchange<{ n: number; longSide: number }, Blob>;
  /** a frame as it is, as a photo: the file that it came as, else a PNG */
  still: Exchange<{ n: number }, File>;
  /** begins to follow a key frame's areas; what was followed before is given up */
  begin: Exchange<{ n: number; photo: Photo; plates: ReadonlyMap<string, Plate>; how: Following }, undefined>;
  /** the next frame to which they were followed; undefined when all are */
  next: Exchange<undefined, FollowedAt | undefined>;
  /** a frame with what is done to it, as a JPEG */
  picture: Exchange<FrameWork & { longSide: number }, Blob>;
  /** what the steps of a key frame find there, of those that hold on it, by their id */
  measure: Exchange<
    { n: number; photo: Photo; plates: ReadonlyMap<string, Plate> },
    ReadonlyMap<string, unknown>
  >;
  /** begins a file */
  write: Exchange<ShotWritten, undefined>;
  /** puts the next frame into it; frames that are files of their own, and masks, come back by name */
  add: Exchange<FrameWork, ReadonlyMap<string, Blob>>;
  /** the file; undefined where frames are files of their own */
  end: Exchange<undefined, Blob | undefined>;
};
