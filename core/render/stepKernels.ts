import { TABLE_NODES } from '../loops/runMemory';
import { prepareCells } from '../raster/lut3d';
import type { Lut3d } from '../raster/lut3d';
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

/** The kernels of steps, kept while they are likely to be asked for again. */
export class StepKernels {
  readonly #known = new Map<string, StepKernel>();
  /** by step, its last table: with other parameters it is asked about much the same colours */
  readonly #lastTables = new Map<string, Lut3d>();

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
    let known = this.#known.get(step.key);
    if (!known) {
      known = { exact: compiledStep(step, this.#kindOf(step)) };
      this.#known.set(step.key, known);
      if (this.#known.size > MOST_KERNELS) this.#known.delete(this.#known.keys().next().value!);
    }
    return known;
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
      const last = this.#lastTables.get(id);
      if (last) prepareCells(known.table.table, last.ready);
      this.#lastTables.delete(id);
      this.#lastTables.set(id, known.table.table);
      if (this.#lastTables.size > MOST_KERNELS)
        this.#lastTables.delete(this.#lastTables.keys().next().value!);
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
