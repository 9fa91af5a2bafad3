import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { EffectScope } from 'vue';
import type { Photo } from '#core/document/schema';
import type { Finding } from '#core/measure/check';
import { PHOTO_ID, areaNamed, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { deferred, freshPage, settle } from '../../tests/fixtures/page';
import { mark } from '../../tests/fixtures/plans';
import { useBench } from '../stores/bench';
import { useNotices } from '../stores/notices';
import { useSitting } from '../stores/sitting';
import { useCheck } from './useCheck';

const BLOTCHES: Finding = { is: 'blotches', range: 0.03 };
/** What a look at the photo finds: blotches, until a step evens them. */
let look: (photo: Photo) => readonly Finding[] = () => [];
vi.mock('./useWorkers', () => ({
  useWorkers: () => ({
    analyst: {
      check: (photo: Photo) =>
        Promise.resolve(
          look(photo).map((finding) => ({
            finding,
            sitterId: undefined,
            skinId: 'skin',
            faceId: undefined,
            neckAndLimbsId: undefined,
          })),
        ),
    },
  }),
}));

const isOpened = vi.hoisted(() => vi.fn());
vi.mock('./useOpenPhoto', () => ({ isOpened }));

let scope: EffectScope;
beforeEach(() => {
  scope = freshPage();
  isOpened.mockResolvedValue(true);
  look = ({ plan }) => (plan.some(({ kind }) => kind === 'evenness') ? [] : [BLOTCHES]);
  useSitting().document = sittingWith(
    photoWith([areaNamed('skin', 'skin', [mark('ellipse', { x: 50, y: 50, radiusX: 20, radiusY: 20 })])]),
  );
  useBench().choosePhoto(PHOTO_ID);
});
afterEach(() => {
  // Findings are shared by all that show them.
  scope.run(() => useCheck())!.putAway();
  useSitting().document = undefined;
  scope.stop();
});
const plan = () => useSitting().document!.photos[0]!.plan.map(({ kind, areaId }) => [kind, areaId]);

describe('check', () => {
  it('does nothing when it is stopped, or when the photo was changed meanwhile', async () => {
    const { mendEverything, stopMending, findings } = scope.run(() => useCheck())!;
    const stopped = mendEverything();
    stopMending();
    await stopped;
    expect([plan(), useNotices().notices]).toEqual([[], []]);
    const changed = mendEverything();
    useSitting().changeOpenPhoto('rename', PHOTO_ID, (photo) => ({ ...photo, file: 'b.jpg' }));
    await changed;
    expect(plan()).toEqual([]);
    expect(useNotices().notices[0]!.text).toContain('was changed while it was mended');
    expect(findings.value).toHaveLength(1);
  });

  it('waits for the photo to be in hand, and looks at no other in its place', async () => {
    const opened = deferred<boolean>();
    isOpened.mockReturnValue(opened.promise);
    const { check, checking, findings } = scope.run(() => useCheck())!;
    const checked = check();
    await settle();
    expect([checking.value, findings.value]).toEqual([true, undefined]);
    opened.resolve(true);
    await checked;
    expect(findings.value).toHaveLength(1);
    scope.run(() => useCheck())!.putAway();
    isOpened.mockResolvedValue(false);
    await check();
    expect([checking.value, findings.value]).toEqual([false, undefined]);
  });

  it('says what is missing where there is no skin', async () => {
    useSitting().document = sittingWith(photoWith([areaNamed('skin')]));
    const { check, findings } = scope.run(() => useCheck())!;
    await check();
    expect(findings.value).toBeUndefined();
    expect(useNotices().notices[0]!.text).toContain('There is no skin to check yet');
  });
});
