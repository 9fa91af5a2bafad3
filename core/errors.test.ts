import { describe, expect, it } from 'vitest';
import * as errors from './errors';
import {
  CancelledError,
  CommandError,
  CoreError,
  DocumentError,
  HandOffError,
  NetworksMissingError,
  PhotoFileError,
  ShotError,
  SizeMismatchError,
  WorkerLostError,
  WorkerSilentError,
  factsOf,
  reviveError,
} from './errors';

const MADE: readonly CoreError[] = [
  new CoreError('some-code', { at: 3 }),
  new SizeMismatchError(4, 5),
  new PhotoFileError('a.jpg', 'too-many-pixels', { width: 90_000 }),
  new DocumentError('invalid', 'photos.0', 'Too small'),
  new CommandError('colour', 'puce'),
  new ShotError('too-long', { frames: 9000 }),
  new HandOffError('too-slow', 300),
  new CancelledError(),
  new WorkerLostError(),
  new WorkerSilentError(),
  new NetworksMissingError('person', 'answered 404'),
];

describe('errors', () => {
  it.each(MADE)('$code is of its own class again after a structured clone', (error) => {
    const revived = reviveError(structuredClone(factsOf(error)));
    expect(revived.constructor).toBe(error.constructor);
    expect({ ...revived }).toEqual({ ...error });
    expect(revived.message).toBe(error.message);
  });

  it('are all among those that were tried', () => {
    const classes = Object.values(errors).filter(
      (value) => typeof value === 'function' && (value === CoreError || value.prototype instanceof CoreError),
    );
    expect(new Set(MADE.map(({ constructor }) => constructor))).toEqual(new Set(classes));
  });
});
