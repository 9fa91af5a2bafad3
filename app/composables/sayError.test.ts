import { describe, expect, it } from 'vitest';
import {
  CancelledError,
  DocumentError,
  NetworksMissingError,
  PhotoFileError,
  ShotError,
  WorkerLostError,
  WorkerSilentError,
} from '#core/errors';
import { StorageError } from '../storage/storageError';
import { isQuota, sayError, sayMisfit } from './sayError';

describe('what is said about errors', () => {
  it('names the file, and what to do with it, for whatever a photo can lack', () => {
    const reasons = [
      'empty',
      'not-a-photo',
      'truncated',
      'zero-size',
      'too-many-pixels',
      'too-long',
      'moving-picture',
      'undecodable',
    ] as const;
    for (const reason of reasons) {
      const said = sayError(new PhotoFileError('a.jpg', reason, { width: 9, height: 7 }));
      expect(said).toContain('“a.jpg”');
      expect(said).not.toContain('undefined');
      expect(said.split(/[.;] /).length).toBeGreaterThan(1);
    }
    expect(sayError(new PhotoFileError('a.jpg', 'too-long', { width: 9, height: 7 }))).toContain('9 × 7');
  });

  it('names the clip that is not opened, and what to do with it', () => {
    const detail = { file: 'walk.mov', codec: 'hvc1', frames: 2400, most: 1800, frame: 7, said: 'no room' };
    for (const reason of ['no-picture', 'codec', 'damaged', 'too-long', 'failed'] as const) {
      const said = sayError(new ShotError(reason, detail));
      expect(said).toMatch(reason === 'failed' ? /no room/ : /“walk.mov”/);
      expect(said.split(/[.;] /).length).toBeGreaterThan(1);
    }
    expect(sayError(new ShotError('damaged', { frame: 7 }))).toContain(
      'This clip cannot be read from frame 7 on',
    );
  });

  it('says of a document where it does not fit', () => {
    const misfit = new DocumentError('invalid', 'photos.0.areas', 'at most 64');
    expect(sayError(misfit)).toContain('photos.0.areas: at most 64');
    expect(sayMisfit(misfit)).toMatch(/photos\.0\.areas: at most 64.*Everything is as it was/);
    expect(sayMisfit(new CancelledError())).toBe('Stopped.');
  });

  it('says of the computation that nothing is lost', () => {
    for (const error of [new WorkerLostError(), new WorkerSilentError()])
      expect(sayError(error)).toContain('Nothing is lost');
    expect(sayError(new NetworksMissingError('mesh', '404'))).toContain('404');
  });

  it('tells storage that is full from storage that changed, wrapped or not', () => {
    const full = Object.assign(new Error('no room'), { name: 'QuotaExceededError' });
    const wrapped = Object.assign(new Error('aborted'), { name: 'AbortError', inner: full });
    expect([isQuota(full), isQuota(wrapped), isQuota(new Error('other')), isQuota(null)]).toEqual([
      true,
      true,
      false,
      false,
    ]);
    expect(sayError(wrapped)).toContain('storage is full');
    expect(sayError(new StorageError('gone'))).toContain('cleared');
    expect(sayError('odd')).toContain('odd');
  });
});
