import Dexie from 'dexie';
import type { Table } from 'dexie';
import type { Checkpoint } from '#core/document/history';
import type { PhotoProgress } from '#core/document/photoState';
import type { Sitting } from '#core/document/schema';
import type { PartNumbers } from '#core/render/photoNumbers';
import type { Region } from '#core/raster/raster';
import type { FollowNote, FollowState } from '#kinds/shot/followShot';

/** A sitting as it is stored: the document is checked before it is written and whenever it is read. */
export interface SittingRow {
  id: string;
  name: string;
  updatedAt: string;
  /** set while a deletion can still be undone */
  deletedAt?: string;
  photoIds: string[];
  document: Sitting;
  cursor: number;
  /** rises by one with every writing, so that nobody writes over what he has not seen; absent in old rows */
  revision?: number;
}

/** One checkpoint of a sitting’s history. */
export interface CheckpointRow {
  sittingId: string;
  number: number;
  checkpoint: Checkpoint;
}

/** A photo’s file. */
export interface PhotoRow {
  /** SHA-256 of the file */
  id: string;
  name: string;
  file: Blob;
  /** milliseconds since 1970; absent in old rows */
  storedAt?: number;
}

/** A photo in small. */
export interface ThumbRow {
  photoId: string;
  picture: Blob;
}

/** Ready-made coverage by name. */
export interface PlateRow {
  name: string;
  region: Region;
  /** gzip of its bytes */
  packed: Blob;
  storedAt?: number;
}

/** A sitting as it was before what did not fit was taken out of it. */
export interface SetAsideRow {
  number?: number;
  sittingId: string;
  /** instant, ISO 8601 */
  at: string;
  document: unknown;
  checkpoints: readonly Checkpoint[];
}

/** What is known of the work on a photo of a sitting, besides the work itself. None of it is asked back by undo. */
export interface ProgressRow extends PhotoProgress {
  readonly sittingId: string;
  readonly photoId: string;
  /** the result in small, and the work that it shows, by `workKey` */
  readonly picture?: Blob;
  readonly pictureAs?: string;
  /** HSV hue of each sitter's skin as the plan leaves it, degrees; null for grey */
  readonly skins?: readonly { readonly sitter: string | null; readonly hue: number | null }[];
  /** what its parts show, and the work by which they do */
  readonly numbers?: readonly PartNumbers[];
  readonly numbersAs?: string;
}

/** A run through many photos of a sitting that is not done yet; checked whenever it is read. */
export interface SetWorkRow {
  readonly sittingId: string;
  readonly work: unknown;
}

/** A frame of a shot to which a key frame's areas were followed; the document is checked whenever it is read. */
export interface FollowedRow {
  /** SHA-256 of the clip */
  readonly clip: string;
  /** the key frame's photo */
  readonly key: string;
  readonly n: number;
  /** what was followed, by `followKey`, and how */
  readonly as: string;
  /** undefined beyond a cut */
  readonly photo: unknown;
  readonly plates: readonly PackedPlate[];
  readonly notes: readonly FollowNote[];
}

/** From where following a key frame goes on, on one side of it. */
export interface FollowStateRow {
  readonly clip: string;
  readonly key: string;
  readonly side: 'before' | 'after';
  /** what was followed, and how */
  readonly as: string;
  readonly state: Omit<FollowState, 'found'>;
  /** coverage of found parts, by the part's name */
  readonly found: readonly (readonly [name: string, plates: readonly PackedPlate[]])[];
}

/** Ready-made coverage as it is stored. */
type PackedPlate = Pick<PlateRow, 'name' | 'region' | 'packed'>;

/** What became of a frame of a shot, in small. */
export interface ShotPictureRow {
  readonly clip: string;
  readonly n: number;
  /** the work that it shows */
  readonly as: string;
  readonly picture: Blob;
}

/** A preset kept under a name; checked whenever it is read. */
export interface PresetRow {
  id: string;
  savedAt: string;
  preset: unknown;
}

/** All that the browser keeps. */
export class Database extends Dexie {
  sittings!: Table<SittingRow, string>;
  checkpoints!: Table<CheckpointRow, [string, number]>;
  photos!: Table<PhotoRow, string>;
  thumbs!: Table<ThumbRow, string>;
  plates!: Table<PlateRow, string>;
  setAside!: Table<SetAsideRow, number>;
  progress!: Table<ProgressRow, [string, string]>;
  presets!: Table<PresetRow, string>;
  setWork!: Table<SetWorkRow, string>;
  followed!: Table<FollowedRow, [string, string, number]>;
  shotPictures!: Table<ShotPictureRow, [string, number]>;
  followStates!: Table<FollowStateRow, [string, string, string]>;

  constructor(name = 'even-blush') {
    super(name);
    this.version(1).stores({
      sittings: 'id, updatedAt',
      checkpoints: '[sittingId+number], sittingId',
      photos: 'id',
      thumbs: 'photoId',
    });
    this.version(2).stores({ plates: 'name' });
    this.version(3).stores({ setAside: '++number, sittingId' });
    this.version(4).stores({ progress: '[sittingId+photoId], sittingId', presets: 'id' });
    this.version(5).stores({ setWork: 'sittingId' });
    this.version(6).stores({ followed: '[clip+key+n], clip', shotPictures: '[clip+n], clip' });
    this.version(7).stores({ followStates: '[clip+key+side], clip' });
  }
}

let opened: Database | undefined;
const clearedListeners = new Set<() => void>();

/** The one database of this page, opened at first use. */
export function database(): Database {
  if (opened) return opened;
  opened = new Database();
  const tell = () => clearedListeners.forEach((listener) => listener());
  opened.on('versionchange', ({ newVersion }) => {
    if (newVersion === null) tell();
  });
  opened.on('close', tell);
  return opened;
}

/** Calls back when the browser took the stored data away under the page. @returns ends it */
export function onStorageCleared(listener: () => void): () => void {
  clearedListeners.add(listener);
  return () => clearedListeners.delete(listener);
}
