import type { Triple } from '../colour/triple';
import type { Aptness } from './aptness';

/** A place in pixels of the photo. */
export interface ImagePoint {
  readonly x: number;
  readonly y: number;
}

/** Where a hand has been and is, while it draws. */
export interface Hand {
  /** where the pointer was put down */
  readonly from: ImagePoint;
  /** where it is */
  readonly to: ImagePoint;
  /** the way between, pressure 0..1; of paths alone */
  readonly points: readonly (readonly [x: number, y: number, pressure: number])[];
  readonly shift: boolean;
  /** whether what is drawn adds to the mark that holds it, rather than taking away */
  readonly takes: boolean;
  /** pixels of the photo to a CSS pixel */
  readonly pixel: number;
  /** by the names of {@link DrawSetting}s */
  readonly settings: Readonly<Record<string, number>>;
  /** the photo's own colour at `to`, linear sRGB; for drawings that look at it */
  readonly colour?: Triple;
  /** of drawings with pieces: which one is in progress */
  readonly piece: number;
}

/** A number with which a mark is drawn. Settings of one name are one setting, whatever the mark. */
export interface DrawSettingFacts {
  readonly name: string;
  /** beside the number */
  readonly words: string;
  /** said to assistive technology */
  readonly label: string;
  readonly help?: string;
  /** shares are shown in percent */
  readonly unit: 'pixels' | 'share';
  readonly min: number;
  readonly max: number;
  readonly start: number;
}

/** A setting that may belong to the mark in hand as well. */
export interface DrawSetting<Parameters = unknown> extends DrawSettingFacts {
  /** for what belongs to the mark in hand as well: its number, and the mark with another */
  read?(parameters: Parameters): number;
  write?(parameters: Parameters, value: number): Parameters;
}

/** What a hand draws, and what is covered by it, fullest first: each path adds an equal share. */
export interface MarkExample {
  readonly hand: string;
  readonly covered: readonly string[];
}

/** How a mark is drawn on the picture, and how it is offered to people. */
export interface MarkDrawing<Parameters = unknown> {
  /** on its button */
  readonly name: string;
  /** a letter, or `Shift` and a letter */
  readonly key: string;
  /** of Lucide */
  readonly icon: string;
  /** what it does, for the list of keys */
  readonly help: string;
  /** what the hand is to do, shown while it is drawn */
  readonly hint: string;
  /** a drawn example over a head and shoulders of 90 x 60: the hand's way, and what it covers; SVG paths */
  readonly example: MarkExample;
  /** its place among the marks, lesser first */
  readonly rank: number;
  /** for which parts it is taken in hand first */
  readonly aptFor?: Aptness;
  /** a way with all its points; from one place to another; one place, when the pointer is let go */
  readonly gesture: 'path' | 'span' | 'press';
  /** whether the shift key turns adding into removing; otherwise it belongs to the drawing */
  readonly shiftTurns?: boolean;
  /** whether it looks at the photo's colour where the pointer is let go */
  readonly looks?: boolean;
  readonly settings?: readonly DrawSetting<Parameters>[];
  /**
   * For marks that hold strokes or patches that each add or take away: further ones go into the last mark of
   * the kind, as long as it has room.
   */
  hasRoom?(parameters: Parameters): boolean;
  /** For what is drawn press by press. */
  readonly pieces?: MarkPieces<Parameters>;
  /**
   * The mark as the hand draws it.
   * @param before as it was when the pointer was put down; undefined for a new mark
   * @returns undefined while there is nothing to show
   */
  draw(hand: Hand, before: Parameters | undefined): Parameters | undefined;
}

/** A mark of several pieces, each drawn by several presses. */
export interface MarkPieces<Parameters = unknown> {
  count(parameters: Parameters): number;
  /** whether a further piece can be begun */
  hasRoom(parameters: Parameters): boolean;
  /** whether a press at this place ends a piece rather than adding to it */
  closes(parameters: Parameters, piece: number, at: ImagePoint, pixel: number): boolean;
}

/** Radius of strokes and the brush, pixels of the photo; a ring at the pointer shows it. */
export const RADIUS: DrawSettingFacts = {
  name: 'radius',
  words: 'size',
  label: 'Radius of the mark in pixels of the photo',
  unit: 'pixels',
  min: 0.5,
  max: 2000,
  start: 12,
};

/** What the control of a mark may ask besides its parameters. */
export interface MarkContext {
  /** the photo's own mean colour of a patch, linear sRGB; undefined beside the photo */
  colourAt(patch: ImagePoint & { readonly size: number }): Promise<Triple | undefined>;
}
