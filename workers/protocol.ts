import type { Triple } from '#core/colour/triple';
import type { Photo, Sitting } from '#core/document/schema';
import type { ErrorFacts } from '#core/errors';
import type { PhotoFileFacts } from '#core/formats/inspectPhotoFile';
import type { JpegDamage } from '#core/formats/jpegDamage';
import type { ReadSittingFile } from '#core/formats/sittingFile';
import type { PlanFile } from '#core/formats/planFile';
import type { Family } from '#core/measure/families';
import type { Histogram } from '#core/measure/histogram';
import type { Ladder } from '#core/measure/ladder';
import type { PartColours } from '#core/measure/partColours';
import type { ReadingPlaces } from '#core/measure/placing';
import type { Warning } from '#core/measure/warnings/scene';
import type { Plate } from '#core/raster/plate';
import type { Pyramid } from '#core/raster/pyramid';
import type { Region } from '#core/raster/raster';
import type { PhotoFinding } from '#core/render/checkPhoto';
import type { PartShifts } from '#kinds/set/carryPlan';
import type { PartNumbers } from '#core/render/photoNumbers';
import type { ChangeSums } from '#core/render/changeMap';
import type { ClippedCounts } from '#core/render/clipping';
import type { ScreenSpace } from '#core/render/encodePixels';
import type { DrawnBy } from '#core/render/regionRenderer';
import type { ReadingColours } from '#core/render/resolver';
import type { PlaceColours } from '#core/offer/stepContext';
import type { CardTrial } from './card/cardTrial';
import type { ToldPhoto } from './photoVersions';
import type { FoundPeople } from '#core/segment/found';
import type { SitterMessage, SitterReply } from '#core/segment/sitterCrew';
import type { LeftOut, LutSize } from '#core/render/planLut';
import type { ReadingRow } from '#core/formats/readingsFile';
import type { CodedTarget } from '#core/render/codedRegion';
import type { WrittenAs } from '#core/formats/writtenFile';
import type { ResolvedArea, ResolvedPlan } from '#core/render/resolved';

/** A request's payload, its reply, and what is told meanwhile: the share that is done, 0..1, if nothing else. */
export interface Exchange<Request, Reply, Progress = number> {
  request: Request;
  reply: Reply;
  progress: Progress;
}

/** A photo that was decoded. */
export interface OpenedPhoto {
  /** SHA-256 of the file, hexadecimal */
  readonly sha256: string;
  readonly type: PhotoFileFacts['type'];
  readonly pyramid: Pyramid;
}

/** A photo that was looked at. */
export interface LookedPhoto extends Omit<OpenedPhoto, 'pyramid'> {
  readonly width: number;
  readonly height: number;
  /** a JPEG */
  readonly thumb: Blob;
}

/** Areas with their marks prepared: those that were not known yet, and the keys of all asked for. */
export interface ResolvedAreas {
  readonly newAreas: readonly ResolvedArea[];
  /** by area id */
  readonly keys: Readonly<Record<string, string>>;
}

/** An area's share of the photo, 0..1, and its mean colours in linear light. */
export interface AreaColours {
  readonly share: number;
  readonly before: Triple | undefined;
  readonly after: Triple | undefined;
  /** the rectangle of the photo that holds it */
  readonly box: Region;
}

/** What the numbers, the ladder and the face map show. */
export interface Survey {
  /** as it was measured: it may have changed since */
  readonly photo: Photo;
  /** the area asked for; the whole picture's id where none is chosen */
  readonly of: string;
  /** by area id */
  readonly areas: Readonly<Record<string, AreaColours>>;
  readonly readings: readonly ReadingColours[];
  /** of the area asked for: the families of its colour, and its histogram */
  readonly families: readonly Family[];
  readonly histogram: Histogram | undefined;
  /** of the area asked for */
  readonly ladder: { readonly before: Ladder; readonly after: Ladder };
}

/** A table of colours as a file, the steps in it, and those that are not and why. */
export interface WrittenLut {
  readonly text: string;
  readonly taken: readonly string[];
  readonly left: readonly { readonly step: string; readonly why: LeftOut }[];
}

/** The worker that decodes, prepares areas and measures. */
export type AnalystExchanges = {
  open: Exchange<{ name: string; file: Blob }, OpenedPhoto>;
  /** the same in the memory of the one that was opened so before */
  openNext: Exchange<{ name: string; file: Blob }, OpenedPhoto>;
  /** what a photo is and how it looks in small; it is not decoded again when it is opened next */
  look: Exchange<{ name: string; file: Blob; longSide: number; opensNext: boolean }, LookedPhoto>;
  /** @param renderers to each of which a call can be handed on */
  use: Exchange<{ pyramid: Pyramid; renderers: readonly MessagePort[] }, undefined>;
  /** what became of the photo, in small, as a JPEG */
  result: Exchange<{ version: number; longSide: number }, Blob>;
  plates: Exchange<{ plates: ReadonlyMap<string, Plate> }, undefined>;
  /**
   * a state of the photo's document, under the number by which it is asked about, and numbers that are done
   * with
   */
  photo: Exchange<ToldPhoto, undefined>;
  /** @param known keys of areas that need not be told again */
  areas: Exchange<{ version: number; ids: readonly string[]; known: readonly string[] }, ResolvedAreas>;
  /** @param order a picture that is handed on to the renderers at once; whether it was is told */
  plan: Exchange<
    { version: number; order: OrderedPicture | undefined },
    { plan: ResolvedPlan; isHandedOn: boolean }
  >;
  readings: Exchange<{ version: number }, readonly ReadingColours[]>;
  ladder: Exchange<{ version: number; areaId: string; after: boolean }, Ladder>;
  areaColours: Exchange<{ version: number; areaId: string }, AreaColours>;
  /** the families of colour that reach the first step on an area that looks at them, and its histogram as the photo is */
  palette: Exchange<
    { version: number; areaId: string },
    { families: readonly Family[]; histogram: Histogram }
  >;
  /** the mean of a patch; undefined beside the photo */
  patch: Exchange<{ version: number; x: number; y: number; size: number }, PlaceColours | undefined>;
  /** what the parts show by which photos of a set are compared */
  numbers: Exchange<{ version: number }, readonly PartNumbers[]>;
  placed: Exchange<{ version: number; areaId: string }, ReadingPlaces>;
  /** @param who for each sitter of the other photo the same person in this one */
  partShifts: Exchange<
    {
      version: number;
      from: Photo;
      plates: ReadonlyMap<string, Plate>;
      who: ReadonlyMap<string, string>;
    },
    PartShifts
  >;
  /**
   * opens a photo to take colours from; without a file it is the one in use. The picture as its plan leaves
   * it.
   */
  lend: Exchange<
    {
      name: string;
      file: Blob | undefined;
      photo: Photo;
      plates: ReadonlyMap<string, Plate>;
      longSide: number;
    },
    ImageBitmap
  >;
  /**
   * what an area of the lending photo has, as its plan leaves it; undefined when it covers next to nothing
   */
  lentPart: Exchange<{ areaId: string }, PartColours | undefined>;
  /** the mean of a patch of the lending photo, linear sRGB; undefined beside it */
  lentPatch: Exchange<{ x: number; y: number; size: number }, Triple | undefined>;
  check: Exchange<{ version: number }, readonly PhotoFinding[]>;
  /** the areas at a place, the most covering first */
  areasAt: Exchange<{ version: number; x: number; y: number }, readonly string[]>;
  /** all ready-made coverage that is known of the photo in use, by name */
  heldPlates: Exchange<undefined, ReadonlyMap<string, Plate>>;
  /** an area's coverage at the photo's size, as an 8-bit grey PNG */
  coveragePng: Exchange<{ version: number; areaId: string }, Uint8Array>;
  planFile: Exchange<{ version: number }, PlanFile>;
  /** the colour part of the plan, as text, and what is not in it */
  lut: Exchange<{ version: number; size: LutSize; areaId: string | null }, WrittenLut>;
  /** coverage 0..255 of an area at the photo's size */
  coverage: Exchange<{ version: number; areaId: string }, Uint8Array>;
  /** every reading with its colours and its area's name */
  readingRows: Exchange<{ version: number }, readonly ReadingRow[]>;
  /** before, after, readings and plan as one page of HTML */
  proofSheet: Exchange<{ version: number; sitting: string; day: string }, string>;
};

/** The worker that finds people and their parts. */
export type FinderExchanges = {
  /** loads the networks and runs each once */
  prepare: Exchange<undefined, undefined>;
  /** with so many sitters worked out at a time, and lines of this colour about what is known already */
  find: Exchange<
    { pyramid: Pyramid; tiles: boolean; atOnce: number; rgb: Triple | undefined },
    FoundPeople,
    number | SeenPeople
  >;
};

/** What is known of people while they are being found: how many faces, how many sitters in parts, and lines about them. */
export interface SeenPeople {
  readonly faces: number;
  readonly known: number;
  /** of the whole photo, in small; nothing but the lines */
  readonly bitmap: ImageBitmap;
}

/** The workers that work out the sitters of a photo, each told of its own ones by number. */
export type SitterExchanges = {
  tell: Exchange<SitterMessage, SitterReply>;
};

/** Pixels of a photo or of what is written of it. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** A layer as a PNG. */
export interface LayerBlob {
  readonly name: string;
  readonly png: Blob;
  readonly visible: boolean;
}

/** The worker that looks into files, so that neither the page nor the picture waits for them. */
export type FilesExchanges = {
  /** the name of a file: its SHA-256, hexadecimal */
  name: Exchange<{ file: Blob }, string>;
  /** of a JPEG, where its data stop making sense; undefined when nothing is wrong */
  preview: Exchange<{ file: Blob }, Blob | undefined>;
  damage: Exchange<{ file: Blob }, JpegDamage | undefined>;
  /** coverage 0..255 from a grey PNG of this size */
  coverage: Exchange<{ file: Blob; width: number; height: number }, Uint8Array>;
  /** a sitting with its plates and photos as one file */
  pack: Exchange<
    { sitting: Sitting; plates: ReadonlyMap<string, Plate>; photos: ReadonlyMap<string, Blob> },
    Blob
  >;
  unpack: Exchange<{ file: Blob }, ReadSittingFile>;
  /** files as one zip archive, by name; what is packed already is stored as it is */
  zip: Exchange<{ files: ReadonlyMap<string, Blob> }, Blob>;
  /** layers of a picture from the lowest up, as OpenRaster */
  layers: Exchange<{ size: Size; layers: readonly LayerBlob[]; merged: Blob; thumbnail: Blob }, Blob>;
};

/** The worker that writes pictures. */
export type EncoderExchanges = {
  /** begins a picture; strips are put into it until it is written */
  sheet: Exchange<{ width: number; height: number; target: CodedTarget }, undefined>;
  strip: Exchange<{ codes: ArrayBuffer; row: number }, undefined>;
  /** gives the sheet's pixels this opacity, 0..255 each */
  opacity: Exchange<{ opacity: Uint8Array }, undefined>;
  /** the sheet as a file. @param file the photo's own, for its profile and metadata */
  write: Exchange<{ as: WrittenAs; file: Blob; name: string }, Blob>;
};

/** The workers that render; there are as many as cores are of use. */
export type RenderExchanges = {
  /**
   * @param mostPixels what it may keep of the pictures of all regions
   * @param peer from which calls come as well
   */
  use: Exchange<
    { pyramid: Pyramid; space: ScreenSpace; mostPixels: number; peer: MessagePort | undefined },
    undefined
  >;
  learn: Exchange<{ areas: readonly ResolvedArea[]; keep: readonly string[] }, undefined>;
  /** what the machine's graphics card is worth; undefined where there is none. @param mayBeSlow an imitated one too */
  tryCard: Exchange<{ mayBeSlow: boolean }, CardTrial | undefined>;
  /** whether pictures are drawn by it from now on */
  useCard: Exchange<CardUse, undefined>;
  /** with how long it took to compute, milliseconds, and by whom */
  picture: Exchange<
    { plan: ResolvedPlan; region: Region },
    { bitmap: ImageBitmap; tookMs: number; drawnBy: DrawnBy }
  >;
  coverage: Exchange<{ areaKey: string; region: Region; look: CoverageLook }, ImageBitmap>;
  clipping: Exchange<{ plan: ResolvedPlan; region: Region }, { bitmap: ImageBitmap; counts: ClippedCounts }>;
  /** by how much a plan changes what another leaves */
  change: Exchange<
    { from: ResolvedPlan; plan: ResolvedPlan; region: Region },
    { bitmap: ImageBitmap; sums: ChangeSums }
  >;
  /** what a plan may have done unasked. @param keys of the areas, which are known here, by their ids */
  warnings: Exchange<
    { photo: Photo; plan: ResolvedPlan; keys: Readonly<Record<string, string>> },
    readonly Warning[]
  >;
  /** the codes of a region, for a file */
  strip: Exchange<{ plan: ResolvedPlan; region: Region; target: CodedTarget }, ArrayBuffer>;
};

/** A picture that renderers draw as soon as its plan is worked out, without the page between. */
export interface OrderedPicture {
  /** keys of the areas that they hold for the picture: a plan that stands on others is not drawn so */
  readonly held: readonly string[];
  /** what is shown already, by the key of its plan's last step: that is not drawn again */
  readonly shown: string | undefined;
  /** by renderer: the call on whose reply the page waits, and what it draws */
  readonly pieces: readonly { readonly call: number; readonly region: Region }[];
}

/** Whether a graphics card is used, and whether one that a processor imitates may be. */
export interface CardUse {
  readonly uses: boolean;
  readonly mayBeSlow: boolean;
}

/** A rendered piece of the picture. */
export interface Piece {
  readonly region: Region;
  readonly bitmap: ImageBitmap;
  /** of the picture */
  readonly drawnBy?: DrawnBy;
}

/**
 * Where the photo lies: the view point of its corner in CSS pixels, CSS pixels per pixel of the photo, and how
 * far it is turned clockwise about the middle of the view.
 */
export interface Placement {
  readonly left: number;
  readonly top: number;
  readonly zoom: number;
  readonly devicePixels: number;
  readonly radians: number;
}

/**
 * Of the picture: a small stand-in, the picture with its steps, a map of where that is clipped or changed, the
 * photo as it was, an area's extent.
 */
export type Layer = 'base' | 'after' | 'map' | 'before' | 'overlay';

/**
 * Where the picture is seen as it was: nowhere, everywhere, on the left of a line through a place (share of the
 * width, at half the height; turned from upright by `radians`, clockwise), or in a half of its own on the right.
 */
export type BeforeShown =
  | { readonly how: 'nowhere' | 'everywhere' | 'beside' }
  | { readonly how: 'line'; readonly at: number; readonly radians: number };

/** The worker that draws the picture's canvas, so that the page never waits for it. */
export type PainterExchanges = {
  attach: Exchange<{ canvas: OffscreenCanvas; space: ScreenSpace }, undefined>;
  layer: Exchange<{ layer: Layer; pieces: readonly Piece[] | undefined }, undefined>;
  /** sizes in device pixels */
  draw: Exchange<{ width: number; height: number; placement: Placement; before: BeforeShown }, undefined>;
};

/** How an area is shown over the picture; `rgb` 0..255 of lines or ground. */
export interface CoverageLook {
  readonly style: 'hatch' | 'crossed' | 'outline' | 'grey' | 'dimmed' | 'ground';
  readonly rgb: Triple;
}

/** Requests and replies of one worker, by name. */
export type Exchanges = Record<string, Exchange<unknown, unknown, unknown>>;

/** To a worker: a call, the lock that it holds as long as it lives, or the question whether it is there. */
export type PageMessage = RequestMessage | { readonly lock: string } | { readonly beat: true };

/** A call: its number, its name in the worker’s exchanges, and what it asks. */
export interface RequestMessage {
  readonly call: number;
  readonly name: string;
  readonly request: unknown;
}

/** From a worker: about a call, that it holds its lock, or that it is there. */
export type ReplyMessage =
  | { readonly living: true }
  | { readonly beat: true }
  | { readonly call: number; readonly reply: unknown }
  | { readonly call: number; readonly progress: unknown }
  | { readonly call: number; readonly fault: ErrorFacts };
