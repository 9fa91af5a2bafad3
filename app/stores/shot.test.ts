import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { shotPlace } from '#core/document/commands';
import type { Photo } from '#core/document/schema';
import { areaNamed, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { freshPage } from '../../tests/fixtures/page';
import { step } from '../../tests/fixtures/plans';
import type { FollowedFacts } from '../storage/shotStorage';
import { useBench } from './bench';
import { useShot } from './shot';
import { useSitting } from './sitting';

const clip = 'c'.repeat(64);
const key = (n: number, change: Partial<Photo> = {}): Photo => ({
  ...photoWith([areaNamed('area')], String(n).padStart(64, '0')),
  frame: shotPlace({ clip, file: 'walk.webm', n }),
  ...change,
});
const [first, second] = [key(0), key(8)];
const facts = { width: 400, height: 300, times: Array.from({ length: 12 }, (_, n) => n / 12), end: 1 };

/** A shot of twelve frames with these key frames. */
function openShot(...keys: readonly Photo[]) {
  useSitting().document = sittingWith(photoWith(), ...keys);
  useBench().choosePhoto(keys[0]!.id);
  const shot = useShot();
  shot.facts = { ...facts, sound: undefined, deeper: undefined, keepsSoundAs: [] };
  return shot;
}
/** As if a key frame had been followed. */
function follow(photo: Photo, from: number, to: number, change: Partial<FollowedFacts> = {}) {
  const shot = useShot();
  for (let n = from; n <= to; n++)
    shot.put({ n, key: photo.id, as: shot.names.get(photo.id)!.areas, notes: [], isCut: false, ...change });
}

describe('a shot', () => {
  beforeEach(() => void freshPage());

  it('keeps the part in hand from key frame to key frame, where the other one has it', () => {
    const shot = openShot(first!, second!);
    const bench = useBench();
    bench.choose('area');
    shot.takeKey(second!.id);
    expect([bench.photoId, bench.areaId]).toEqual([second!.id, 'area']);
    [bench.areaId, bench.stepId] = ['of another photo', 'gone'];
    shot.takeKey(first!.id);
    expect([bench.photoId, bench.areaId, bench.stepId]).toEqual([first!.id, undefined, undefined]);
  });

  it('says of each frame how far it is', () => {
    const shot = openShot(first);
    expect([shot.clip, shot.count, shot.states[0], shot.states[5]]).toEqual([clip, 12, 'key', 'open']);
    follow(first, 0, 3);
    shot.putPicture(2, shot.pictureKey(2), new Blob(['x']));
    expect(shot.states.slice(0, 5)).toEqual(['followed', 'followed', 'drawn', 'followed', 'open']);
  });

  it('forgets what was drawn when a step changes, and what was followed when an area does', () => {
    const shot = openShot(first);
    follow(first, 0, 11);
    shot.putPicture(2, shot.pictureKey(2), new Blob(['x']));
    const change = (to: Partial<Photo>) =>
      useSitting().change('change', (document) => ({
        ...document,
        photos: document.photos.map((photo) => (photo.id === first!.id ? { ...photo, ...to } : photo)),
      }));
    const plan = [{ ...step('clear', { brighten: 0.5, clear: 0 }), areaId: null }];
    change({ plan });
    expect([shot.states[2], shot.states[3]]).toEqual(['followed', 'followed']);
    change({ areas: [areaNamed('area'), areaNamed('more')] });
    expect([shot.states[2], shot.states[3]]).toEqual(['open', 'open']);
    useSitting().undo();
    useSitting().undo();
    expect(shot.states[2]).toBe('drawn');
  });

  it('knows what was followed faster, which is not enough where finer is wanted', () => {
    const shot = openShot(first);
    shot.way = 'faster';
    const as = shot.followedAs(shot.keys[0]!);
    follow(first!, 0, 3, { as });
    follow(first!, 4, 5);
    const [faster, finer] = [shot.pictureKey(1), shot.pictureKey(4)];
    expect(shot.states.slice(0, 7)).toEqual([...Array<string>(6).fill('followed'), 'open']);
    expect([shot.isFollowed(3, true), shot.isFollowed(4, true)]).toEqual([false, true]);
    shot.way = 'finer';
    expect(shot.states.slice(0, 5)).toEqual(['key', 'open', 'open', 'open', 'followed']);
    follow(first!, 1, 1);
    expect(shot.pictureKey(1)).not.toBe(faster);
    expect(shot.pictureKey(4)).toBe(finer);
  });

  it('wants both key frames followed to what lies between them', () => {
    const shot = openShot(first, second);
    follow(first, 0, 7);
    expect([shot.states[0], shot.states[4]]).toEqual(['followed', 'open']);
    follow(second, 1, 11);
    expect(shot.states.every((state) => state === 'followed')).toBe(true);
    expect(shot.sidesOf(2).map(({ key: { frame }, weight }) => [frame.n, weight])).toEqual([
      [0, 0.75],
      [8, 0.25],
    ]);
  });

  it('goes by the other key frame alone beyond a cut', () => {
    const shot = openShot(first, second);
    follow(first, 0, 7, { isCut: true });
    follow(second, 1, 11);
    expect(shot.sidesOf(2).map(({ key: { frame }, weight }) => [frame.n, weight])).toEqual([[8, 1]]);
  });

  it('goes from one frame that is worth a look to the next, and round', () => {
    const shot = openShot(first);
    follow(first, 0, 11);
    follow(first, 3, 4, { notes: [3, 4].map((n) => ({ n, what: 'area', is: 'unsure' })) });
    follow(first, 9, 9, { notes: [{ n: 9, what: '1', is: 'not-found' }] });
    expect(shot.notes.map(({ from, to }) => [from, to])).toContainEqual([9, 9]);
    shot.goTo(3);
    shot.nextNote();
    expect(shot.at).toBe(9);
    shot.nextNote();
    expect(shot.at).toBeLessThan(9);
  });

  it('plays and exports a range whose ends give way to each other', () => {
    const shot = openShot(first);
    shot.goTo(8);
    shot.setRange('to');
    shot.goTo(10);
    shot.setRange('from');
    expect(shot.played).toEqual({ from: 10, to: 10 });
    shot.goTo(99);
    expect(shot.at).toBe(11);
    shot.clear();
    expect([shot.count, shot.played]).toEqual([0, { from: 0, to: 0 }]);
  });
});
