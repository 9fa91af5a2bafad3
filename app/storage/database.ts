import Dexie from 'dexie';
import type { Table } from 'dexie';
import type { Checkpoint } from '#core/document/history';
import type { Sitting } from '#core/document/schema';
import type { Region } from '#core/raster/raster';

/** A sitting as it is stored: the document is checked again whenever it is read. */
export interface SittingRow {
  id: string;
  name: string;
  updatedAt: string;
  /** set while a deletion can still be undone */
  deletedAt?: string;
  photoIds: string[];
  document: Sitting;
  cursor: number;
}

export interface CheckpointRow {
  sittingId: string;
  number: number;
  checkpoint: Checkpoint;
}

export interface PhotoRow {
  /** SHA-256 of the file */
  id: string;
  name: string;
  file: Blob;
}

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
}

export class Database extends Dexie {
  sittings!: Table<SittingRow, string>;
  checkpoints!: Table<CheckpointRow, [string, number]>;
  photos!: Table<PhotoRow, string>;
  thumbs!: Table<ThumbRow, string>;
  plates!: Table<PlateRow, string>;

  constructor(name = 'even-blush') {
    super(name);
    this.version(1).stores({ sittings: 'id, updatedAt', checkpoints: '[sittingId+number], sittingId', photos: 'id', thumbs: 'photoId' });
    this.version(2).stores({ plates: 'name' });
  }
}

let opened: Database | undefined;

export function database(): Database {
  return (opened ??= new Database());
}
