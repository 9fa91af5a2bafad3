import type { Pyramid } from '../raster/pyramid';
import type { HeadClasses } from './classShares';
import type { FeatureAnswers } from './featureParser';
import { LocalSitterMaker } from './sitterMaker';
import type { MadeSitter, SitterMaker, SitterWork } from './sitterMaker';
import type { DividedHead } from './partSitters';

/** What a thread is told of a photo, and then of its sitters by number. */
export type SitterMessage =
  | { readonly pyramid: Pyramid }
  | { readonly n: number; readonly work: SitterWork }
  | { readonly n: number; readonly classes: HeadClasses; readonly features: FeatureAnswers };

/** What a thread replies: nothing about the photo, and of a sitter what is known after that stage. */
export type SitterReply = DividedHead | MadeSitter | undefined;

/** Tells a thread something; it takes up one thing after the other. */
export type TellSitters = (message: SitterMessage) => Promise<SitterReply>;

/**
 * Deals the sitters of a photo out to threads.
 * @param pyramid in shared memory
 * @param count threads at most
 * @param begin starts a thread, when the first sitter is given to it
 */
export function dealSitters(
  pyramid: Pyramid,
  count: number,
  begin: () => TellSitters,
): (work: SitterWork) => SitterMaker {
  const threads: TellSitters[] = [];
  let given = 0;
  const begun = () => {
    const tell = begin();
    // Where that fails, so does what is told of its sitters.
    tell({ pyramid }).catch(() => undefined);
    return tell;
  };
  return (work) => {
    const n = given++;
    const tell = (threads[n % count] ??= begun());
    return {
      divide: () => tell({ n, work }) as Promise<DividedHead>,
      finish: (classes, features) => tell({ n, classes, features }) as Promise<MadeSitter>,
    };
  };
}

/** Works out sitters of one photo as it is told, in a thread. */
export class LocalSitterMakers {
  readonly #makers = new Map<number, LocalSitterMaker>();
  #pyramid: Pyramid | undefined;

  /** @throws {RangeError} without a photo, or for a sitter that was not divided before */
  answer(message: SitterMessage): SitterReply {
    if ('pyramid' in message) {
      this.#pyramid = message.pyramid;
      return undefined;
    }
    const { n } = message;
    if ('work' in message) {
      if (!this.#pyramid) throw new RangeError('no photo is in use');
      const maker = new LocalSitterMaker(this.#pyramid, message.work);
      this.#makers.set(n, maker);
      return maker.divide();
    }
    const maker = this.#makers.get(n);
    if (!maker) throw new RangeError('a sitter is divided before it is worked out');
    this.#makers.delete(n);
    return maker.finish(message.classes, message.features);
  }
}
