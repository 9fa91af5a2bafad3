/** Why something was not written. */
export type StorageFault = 'changed-elsewhere' | 'deleted-elsewhere' | 'gone';

/** Why a sitting was not written: what is stored is not what it was made from. */
export class StorageError extends Error {
  constructor(readonly reason: StorageFault) {
    super(reason);
    this.name = 'StorageError';
  }
}
