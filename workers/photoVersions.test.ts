import { describe, expect, it } from 'vitest';
import { newPhoto } from '#core/document/commands';
import { PhotoVersions } from './photoVersions';
import type { ToldPhoto } from './photoVersions';

const photoOf = (n: number) =>
  newPhoto({ id: String(n).padStart(64, '0'), file: `${n}.jpg`, width: 10, height: 10 });

/** A worker's side: it knows what it was told and did not forget. */
function listener() {
  const known = new Map<number, string>();
  const told: ToldPhoto[] = [];
  const versions = new PhotoVersions((message) => {
    told.push(message);
    for (const old of message.forget) known.delete(old);
    known.set(message.version, message.photo.file);
  });
  return { versions, told, known };
}

describe('states of a photo', () => {
  it('are told once, however often they are asked about', () => {
    const { versions, told } = listener();
    const photo = photoOf(1);
    expect([versions.of(photo), versions.of(photo), versions.of(photo)]).toEqual([1, 1, 1]);
    expect(told).toHaveLength(1);
  });

  it('are known whenever they are asked about, in any order, and few are kept', () => {
    const { versions, known } = listener();
    const photos = Array.from({ length: 40 }, (_, n) => photoOf(n));
    for (let round = 0; round < 200; round++) {
      const photo = photos[(round * 7) % photos.length]!;
      expect(known.get(versions.of(photo))).toBe(photo.file);
      expect(known.size).toBeLessThanOrEqual(8);
    }
  });

  it('keep what is asked about again and again', () => {
    const { versions, told } = listener();
    const picture = photoOf(0);
    for (let n = 1; n < 30; n++) {
      versions.of(picture);
      versions.of(photoOf(n));
    }
    expect(told.filter(({ photo }) => photo === picture)).toHaveLength(1);
  });

  it('are told anew to a worker that knows nothing', () => {
    const { versions, told } = listener();
    const photo = photoOf(1);
    versions.of(photo);
    versions.clear();
    versions.of(photo);
    expect(told.map(({ version }) => version)).toEqual([1, 2]);
  });
});
