import { newPhoto } from '#core/document/commands';
import { CancelledError } from '#core/errors';
import { KINDS } from '#kinds/registry.gen';
import { photoBetween } from '#kinds/shot/between';
import type { FrameSide } from '#kinds/shot/between';
import { FOLLOW_EVERY, keysAt, leftToFollow, reachOf } from '#kinds/shot/keyFrames';
import type { KeyFrame } from '#kinds/shot/keyFrames';
import type { FrameReach } from '#kinds/shot/followShot';
import { shotWorker } from '#workers/client';
import type { FollowedAt, ShotExchanges, WorkerPort } from '#workers/client';
import { onScopeDispose } from 'vue';
import { photoFile, storePhoto } from '../storage/photoStorage';
import { storePlates } from '../storage/plateStorage';
import {
  followStates,
  followedFacts,
  loadFollowed,
  shotPictures,
  storeFollowed,
  storeShotPicture,
} from '../storage/shotStorage';
import { THUMB_LONG_SIDE } from '../storage/thumbs';
import { useBench } from '../stores/bench';
import { useNotices } from '../stores/notices';
import { useShot } from '../stores/shot';
import { useSitting } from '../stores/sitting';
import { usePlates } from './usePlates';
import { useWorkers } from './useWorkers';

type Port = WorkerPort<ShotExchanges>;

/** Of the pictures that are played, pixels. */
const PLAYED_LONG_SIDE = 960;

/** Opens the shot of the photo in use, follows areas through it, draws its frames, and makes key frames. */
export function useShotWork() {
  const shot = useShot();
  const bench = useBench();
  const sitting = useSitting();
  const notices = useNotices();
  const workers = useWorkers();
  const { collectPlates } = usePlates();
  const viewer = shotWorker();
  let follower: Port | undefined;
  let drawer: Port | undefined;
  const { clip, file } = shot.place!;
  const measured = new Map<string, { readonly as: string; readonly found: Promise<FrameSide['measures']> }>();

  onScopeDispose(() => {
    stop();
    viewer.dispose();
    shot.clear();
  });

  /** @param rate of images, frames a second */
  async function openIn(port: Port, rate?: number) {
    return port.call('open', {
      file: await photoFile({ id: clip, file }),
      name: file,
      ...(rate && { rate }),
    });
  }

  async function open(): Promise<void> {
    try {
      const facts = await openIn(viewer);
      for (const entry of await followedFacts(clip)) shot.put(entry);
      for (const { n, as, picture } of await shotPictures(clip)) shot.putPicture(n, as, picture);
      shot.facts = facts;
      shot.goTo(shot.place?.n ?? 0);
    } catch (error) {
      notices.problem(error);
    }
  }

  /** A frame as it was shot, in small. */
  const small = (n: number, longSide: number) => viewer.call('small', { n, longSide });

  /**
   * Follows what is not followed yet of the frames that are played and exported, and draws them meanwhile.
   * @param wanted frames that are not drawn, where it is said which
   * @returns whether nothing is left
   */
  async function follow(wanted?: FrameReach): Promise<boolean> {
    if (shot.progress) return false;
    shot.progress = { does: 'Opening', share: 0 };
    [follower, drawer] = [shotWorker(), wanted ? undefined : shotWorker()];
    try {
      await Promise.all([openIn(follower), drawer && openIn(drawer)]);
      await followAll(follower, wanted ?? shot.played, drawer);
      return true;
    } catch (error) {
      if (error instanceof CancelledError) notices.say('Stopped. What was followed and drawn stays.');
      else notices.problem(error);
      return false;
    } finally {
      stop();
    }
  }

  function stop(): void {
    follower?.dispose();
    drawer?.dispose();
    follower = drawer = undefined;
    shot.progress = undefined;
  }

  async function followAll(from: Port, wanted: FrameReach, to: Port | undefined): Promise<void> {
    let drawing: Promise<unknown> = Promise.resolve();
    const isWanted = (n: number) => wanted.from <= n && n <= wanted.to;
    const draw = (n: number) => {
      if (to && isWanted(n) && shot.isFollowed(n)) drawing = drawing.then(() => drawFrame(to, n));
      drawing.catch(() => undefined);
    };
    for (const key of shot.keys) await followKey(from, key, wanted, draw);
    const frames = shot.states.flatMap((state, n) => (state === 'followed' && isWanted(n) ? [n] : []));
    for (const [i, n] of frames.entries()) {
      draw(n);
      await drawing;
      if (to) shot.progress = { does: 'Drawing', share: (i + 1) / frames.length };
    }
    await drawing;
  }

  async function followKey(
    port: Port,
    key: KeyFrame,
    wanted: FrameReach,
    onFrame: (n: number) => void,
  ): Promise<void> {
    const { n } = key.frame;
    const as = shot.followedAs(key);
    const every = FOLLOW_EVERY[shot.way];
    const all = reachOf(key, shot.keys, shot.count);
    const isDone = (at: number) => shot.followedFrom(key, at) !== undefined;
    const how = leftToFollow(n, { all, wanted, every }, isDone, await followStates(clip, key.id, as));
    if (!how) return;
    const { reach, goOn } = how;
    const last = { before: goOn.before?.n ?? n, after: goOn.after?.n ?? n };
    const count = last.before - reach.from + reach.to - last.after + 1;
    await port.call('begin', { n, photo: key, plates: await collectPlates({ photos: [key] }), how });
    for (let done = 1; ; done++) {
      const followed = await port.call('next', undefined);
      if (!followed) return;
      await keep(key, as, followed);
      onFrame(followed.n);
      shot.progress = { does: 'Following', share: Math.min(1, done / count) };
    }
  }

  /** What was followed finer stays. */
  async function keep(key: KeyFrame, as: string, followed: FollowedAt): Promise<void> {
    const { n, photo, notes } = followed;
    if (shot.way === 'faster' && shot.followedFrom(key, n, true)) return;
    await storeFollowed({ clip, key: key.id, as }, followed, n < key.frame.n ? 'before' : 'after');
    shot.put({ n, key: key.id, as, notes, isCut: photo === undefined });
  }

  /** What was followed to a frame from one key frame, with its plan as it is now. */
  async function sideFrom(key: KeyFrame, n: number, weight: number): Promise<FrameSide[]> {
    const followed = shot.followedFrom(key, n) && (await loadFollowed(clip, key.id, n));
    if (!followed) return [];
    const { plan, frame } = key;
    const measures = await measuredAt(key);
    const side = { ...followed, photo: { ...followed.photo, plan, frame }, weight };
    return [{ ...side, ...(measures && { measures }) }];
  }

  /** What steps find on a key frame, for those that hold on it; found once while nothing changes. */
  function measuredAt(key: KeyFrame): FrameSide['measures'] | Promise<FrameSide['measures']> {
    if (key.frame.measuredAtKeys.length === 0) return undefined;
    const as = Object.values(shot.names.get(key.id)!).join(' ');
    const known = measured.get(key.id);
    if (known?.as === as) return known.found;
    const found = collectPlates({ photos: [key] }).then((plates) =>
      viewer.call('measure', { n: key.frame.n, photo: key, plates }),
    );
    measured.set(key.id, { as, found });
    found.catch(() => measured.delete(key.id));
    return found;
  }

  async function sidesAt(n: number): Promise<FrameSide[]> {
    const sides = shot.sidesOf(n).map(({ key, weight }) => sideFrom(key, n, weight));
    return (await Promise.all(sides)).flat();
  }

  async function drawFrame(port: Port, n: number): Promise<void> {
    const as = shot.pictureKey(n);
    if (shot.pictures.get(n)?.as === as) return;
    const picture = await port.call('picture', { n, sides: await sidesAt(n), longSide: PLAYED_LONG_SIDE });
    shot.putPicture(n, as, picture);
    await storeShotPicture(clip, n, as, picture);
  }

  /** Makes the frame that is looked at a key frame: a photo of the sitting with what is followed to it. */
  async function makeKey(n = shot.at): Promise<void> {
    const isBegun = shot.keys.some(({ areas, readings, plan }) =>
      [areas, readings, plan].some((of) => of.length > 0),
    );
    if (isBegun && !shot.isFollowed(n) && !(await follow({ from: n, to: n }))) return;
    await putKey(n, await sidesAt(n).catch(() => []), 'make key frame');
  }

  /** Takes a key frame with all that was done on it to another frame, as it is followed there. */
  async function moveKey(key: KeyFrame, n: number): Promise<void> {
    if (n === key.frame.n || shot.keys.some(({ frame }) => frame.n === n)) return;
    const reach = reachOf(key, shot.keys, shot.count);
    if (n < reach.from || n > reach.to) {
      notices.say('A key frame moves no further than to the key frames beside it.');
      return;
    }
    if (!shot.followedFrom(key, n) && !(await follow({ from: n, to: n }))) return;
    const there = await sideFrom(key, n, 1).catch(() => []);
    if (there.length > 0) await putKey(n, there, 'move key frame', key);
    else
      notices.say(
        'What was done is not followed to this frame: the clip shows another picture from there on.',
      );
  }

  /** @param gone the key frame in whose place it comes */
  async function putKey(
    n: number,
    sides: readonly FrameSide[],
    label: string,
    gone?: KeyFrame,
  ): Promise<void> {
    try {
      const still = await viewer.call('still', { n });
      const { name } = still;
      const { sha256, width, height, thumb } = await workers.analyst.look(name, still, THUMB_LONG_SIDE);
      const same = sitting.document?.photos.find(({ id }) => id === sha256);
      if (same) {
        shot.takeKey(same.id);
        return notices.say(`This frame shows the same picture as “${same.file}”, which is taken in hand.`);
      }
      await storePhoto(sha256, name, still, thumb).catch(notices.problem);
      for (const { plates } of sides) await storePlates(plates).catch(notices.problem);
      const [{ photo: { frame: choices } } = { photo: shot.keys[0]! }] = sides;
      const frame = { ...choices!, n };
      const bare = newPhoto({ id: sha256, file: name, width, height, frame });
      const { sitters, areas, readings, plan, corridors } = photoBetween(sides, KINDS, bare);
      const photo = { ...bare, sitters, areas, readings, plan, corridors };
      const before = keysAt(n, shot.keys)[0]?.key.id;
      sitting.change(label, (document) => {
        const place = document.photos.findIndex(({ id }) => id === before) + 1;
        const photos = document.photos.toSpliced(place, 0, photo);
        return { ...document, photos: photos.filter(({ id }) => id !== gone?.id) };
      });
      shot.takeKey(sha256);
    } catch (error) {
      notices.problem(error);
    }
  }

  /** Takes a key frame away, with what was done on it; the one before it stays in hand. */
  function deleteKey(key: KeyFrame): void {
    const left = shot.keys.filter(({ id }) => id !== key.id);
    const next = left.findLast(({ frame }) => frame.n < key.frame.n) ?? left[0];
    if (!next) return;
    if (bench.photoId === key.id) shot.takeKey(next.id);
    sitting.change('delete key frame', (document) => ({
      ...document,
      photos: document.photos.filter(({ id }) => id !== key.id),
    }));
  }

  return { open, small, follow, stop, makeKey, moveKey, deleteKey, sidesAt, openIn };
}
