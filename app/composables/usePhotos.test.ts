import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { EffectScope } from 'vue';
import { areaNamed, photoWith, sittingWith, sitterWith } from '../../tests/fixtures/documents';
import { mark } from '../../tests/fixtures/plans';
import { freshPage } from '../../tests/fixtures/page';
import { useBench } from '../stores/bench';
import { useSitting } from '../stores/sitting';
import { useView } from '../stores/view';
import { usePhotos } from './usePhotos';

const sitter = (id: string, number: number, x: number, width: number) =>
  sitterWith(id, { x, y: 100, width, height: width }, { number });
const lips = (id: string, owner: string) => ({
  ...areaNamed(id, 'lips', [mark('area', { areaId: id })]),
  sitter: owner,
});
const photo = (letter: string, faces: readonly (readonly [number, number])[]) => ({
  ...photoWith([], letter.repeat(64)),
  width: 1000,
  height: 800,
  sitters: faces.map(([x, width], n) => sitter(`${letter}${n + 1}`, n + 1, x, width)),
  areas: faces.map((_, n) => lips(`${letter} lips ${n + 1}`, `${letter}${n + 1}`)),
});
const [first, second, third] = [
  photo('a', [
    [100, 100],
    [500, 200],
  ]),
  photo('b', [
    [300, 50],
    [600, 100],
  ]),
  photo('c', []),
];

let scope: EffectScope;
beforeEach(() => {
  vi.stubGlobal('window', { devicePixelRatio: 1, matchMedia: () => ({ matches: true }) });
  vi.stubGlobal('cancelAnimationFrame', () => undefined);
  scope = freshPage();
  useSitting().document = sittingWith(first, second, third);
  const view = useView();
  view.resize({ width: 400, height: 300 });
  view.show(first);
  useBench().choosePhoto(first.id);
});

describe('going from photo to photo', () => {
  it('stays at the same part of the sitter of the same number, as near to the face as before', async () => {
    const bench = useBench();
    const view = useView();
    bench.choose('a lips 2');
    // The middle of the second face, which is 200 wide, at twice its pixels.
    view.lookAt({ x: 600, y: 200 }, 2);
    const going = scope.run(() => usePhotos().goTo(second.id));
    // As the bench does when another photo is shown.
    view.show(second);
    await going;
    expect(bench.areaId).toBe('b lips 2');
    // That face is half as wide, so it is twice as near.
    expect(view.zoom).toBeCloseTo(4, 6);
    const middle = view.viewToImage({ x: 200, y: 150 });
    expect([middle.x, middle.y]).toEqual([expect.closeTo(650, 6), expect.closeTo(150, 6)]);
  });

  it('shows a photo whole where the one before was, and chooses nothing that it lacks', async () => {
    const bench = useBench();
    bench.choose('a lips 1');
    await scope.run(() => usePhotos().goTo(third.id));
    expect([bench.photoId, bench.areaId, useView().fitted]).toEqual([third.id, undefined, true]);
  });

  it('goes round from the last to the first, and stays where there is no other', () => {
    const bench = useBench();
    scope.run(() => usePhotos().step(-1));
    expect(bench.photoId).toBe(third.id);
    scope.run(() => usePhotos().step(1));
    expect(bench.photoId).toBe(first.id);
    useSitting().document = sittingWith(first);
    scope.run(() => usePhotos().step(1));
    expect(bench.photoId).toBe(first.id);
  });
});
