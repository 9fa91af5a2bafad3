import { TABLE_NODES } from '../loops/runMemory';
import { prepareCells } from '../raster/lut3d';
import type { Lut3d } from '../raster/lut3d';
import { Cache } from './cache';
import { tableCard } from './card';
import type { CardKernel } from './card';
import type { AdjustKind, PixelKernel, RenderKinds } from './kinds';
import type { ResolvedStep } from './resolved';
import { tableKernel } from './tableKernel';
import type { TableKernel } from './tableKernel';

/** A step's kernel, and what was made of it once it was asked for. */
interface StepKernel {
  readonly exact: PixelKernel | undefined;
  table?: TableKernel;
  card?: CardKernel | undefined;
}

const MOST_KERNELS = 24;
/** Cells that a table is filled with beforehand; among more than these are many that nobody looks up any more. */
const MOST_CELLS = 12_000;

/** The kernels of steps, kept while they are likely to be asked for again. */
export class StepKernels {
  readonly #known = new Cache<StepKernel>(MOST_KERNELS);
  /** by step, its last table: with other parameters it is asked about much the same colours */
  readonly #last = new Cache<{ table?: Lut3d }>(MOST_KERNELS);

  constructor(readonly kinds: RenderKinds) {}

  /** @param tables whether a costly one goes through a table. @returns undefined when nothing would change */
  of(step: ResolvedStep, tables: boolean): PixelKernel | undefined {
    const known = this.#learn(step);
    if (!known.exact || !tables || !this.#isTabled(step)) return known.exact;
    return this.#tableOf(step, known.exact, known).kernel;
  }

  /** The same for a graphics card. @returns 'nothing' when nothing would change, undefined when only the processor can */
  forCard(step: ResolvedStep): CardKernel | 'nothing' | undefined {
    const known = this.#learn(step);
    if (!known.exact) return 'nothing';
    if (this.#isTabled(step))
      return (known.card ??= tableCard(this.#tableOf(step, known.exact, known).table));
    // Half of the way between two results is nothing that a card's kernel knows.
    if (step.goesOver) return undefined;
    return (known.card ??= this.#kindOf(step).card?.compile(step.parameters, step.measures));
  }

  #learn(step: ResolvedStep): StepKernel {
    return this.#known.get(step.key, () => ({ exact: compiledStep(step, this.#kindOf(step)) }));
  }

  #kindOf({ kind }: ResolvedStep): AdjustKind {
    return this.kinds.adjusts.get(kind)!;
  }

  #isTabled(step: ResolvedStep): boolean {
    const kind = this.#kindOf(step);
    return kind.looksAt === 'smooth' && !kind.isCheap?.(step.parameters);
  }

  #tableOf({ id }: ResolvedStep, exact: PixelKernel, known: StepKernel): TableKernel {
    if (!known.table) {
      known.table = tableKernel(exact, TABLE_NODES);
      const last = this.#last.get(id, () => ({}));
      if (last.table && last.table.readyCells <= MOST_CELLS)
        prepareCells(known.table.table, last.table.ready);
      last.table = known.table.table;
    }
    return known.table;
  }
}

/** A step's kernel; one that goes over to other measures gives what lies between both results. */
function compiledStep(
  { parameters, measures, goesOver }: ResolvedStep,
  kind: AdjustKind,
): PixelKernel | undefined {
  const one = kind.compile(parameters, measures);
  if (!goesOver) return one;
  const other = kind.compile(parameters, goesOver.measures);
  return (pixels, count, places) => {
    const there = pixels.slice(0, 3 * count);
    one?.(pixels, count, places);
    other?.(there, count, places);
    for (let p = 0; p < 3 * count; p++) pixels[p]! += goesOver.share * (there[p]! - pixels[p]!);
  };
}
