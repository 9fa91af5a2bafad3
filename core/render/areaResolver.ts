import { fingerprint } from '../document/fingerprint';
import type { Area, Mark, Photo } from '../document/schema';
import type { Plate } from '../raster/plate';
import type { Pyramid } from '../raster/pyramid';
import { wholeRegion } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import { strips } from '../raster/strips';
import { areaBounds, areaCoverage, combineMarks } from './areaCoverage';
import type { CoverageSource } from './areaCoverage';
import { Cache } from './cache';
import type { RenderKinds } from './kinds';
import { namedAreas } from './namedAreas';
import type { NamedAreas } from './namedAreas';
import type { ResolvedArea } from './resolved';

type ResolvedMark = ResolvedArea['marks'][number];

const STRIP_PIXELS = 1_000_000;

/** Prepares the marks of areas. What did not change since it was asked for last is not prepared again. */
export class AreaResolver {
  readonly #areas = new Cache<ResolvedArea>();
  readonly #marks = new Cache<unknown>();
  readonly #plates = new Map<string, Plate>();
  readonly #source: CoverageSource;

  constructor(
    readonly pyramid: Pyramid,
    readonly kinds: RenderKinds,
  ) {
    this.#source = { kinds, photo: pyramid, sample: (region) => sampleRegion(pyramid, region) };
  }

  /** Ready-made coverage by its name. */
  get plates(): ReadonlyMap<string, Plate> {
    return this.#plates;
  }

  /** Makes ready-made coverage known by its name; marks name it. */
  learnPlate(name: string, plate: Plate): void {
    this.#plates.set(name, plate);
  }

  /**
   * @param of the photo whose areas its marks may name
   * @param baked ready-made coverage in place of the area's marks; size of the photo
   */
  resolve(area: Area, of: Pick<Photo, 'areas'>, baked?: Uint8Array): ResolvedArea {
    if (baked) return this.#bake(area, baked);
    return this.#resolve(area, namedAreas(area, of.areas, this.kinds), new Map());
  }

  /** Coverage of an area at the photo's own size, put together from strips. */
  fullCoverage(area: ResolvedArea): Uint8Array {
    const { width, height } = this.pyramid;
    const out = new Uint8Array(width * height);
    for (const region of strips(width, height, STRIP_PIXELS))
      out.set(areaCoverage(area, this.#source, region).data, region.y * width);
    return out;
  }

  #bake({ id, inverted, edgeCare }: Area, coverage8: Uint8Array): ResolvedArea {
    const { width, height } = this.pyramid;
    return this.#areas.get(fingerprint(['baked', id, inverted, edgeCare]), () => ({
      key: fingerprint(['baked', id, inverted, edgeCare]),
      inverted,
      edgeCare,
      marks: [],
      baked: { region: wholeRegion(width, height), coverage8 },
    }));
  }

  /** @param done the areas that were resolved on the way: one that is named several times is resolved once */
  #resolve(area: Area, named: NamedAreas, done: Map<string, ResolvedArea>): ResolvedArea {
    const known = done.get(area.id);
    if (known) return known;
    const marks = area.marks.filter((mark) => mark.on);
    const others = marks.map((mark) => {
      const other = named(area, mark);
      return other && this.#resolve(other, named, done);
    });
    const key = fingerprint([
      marks.map((mark, n) => [mark.mode, mark.kind, mark.version, mark.parameters, others[n]?.key ?? '']),
      area.inverted,
      area.edgeCare,
    ]);
    const resolved = this.#areas.get(key, () => ({
      key,
      inverted: area.inverted,
      edgeCare: area.edgeCare,
      marks: this.#prepare(marks, others),
    }));
    done.set(area.id, resolved);
    return resolved;
  }

  #prepare(marks: readonly Mark[], others: readonly (ResolvedArea | undefined)[]): readonly ResolvedMark[] {
    const prepared: ResolvedMark[] = [];
    for (const [n, mark] of marks.entries()) {
      const before = fingerprint([marks.slice(0, n), others.slice(0, n).map((other) => other?.key)]);
      prepared.push(this.#mark(mark, others[n], { marks: [...prepared], key: before }));
    }
    return prepared;
  }

  #mark(
    { kind: id, mode, parameters }: Mark,
    other: ResolvedArea | undefined,
    before: { readonly marks: readonly ResolvedMark[]; readonly key: string },
  ): ResolvedMark {
    const kind = this.kinds.marks.get(id)!;
    const key = fingerprint([id, parameters, other?.key ?? '', kind.looksBack ? before.key : '']);
    const data = this.#marks.get(key, () =>
      kind.prepare(parameters, {
        pyramid: this.pyramid,
        plates: this.#plates,
        other: other && { area: other, bounds: areaBounds(other, this.kinds) },
        before: (region) => combineMarks({ marks: before.marks }, this.#source, region),
      }),
    );
    return { kind: id, mode, data };
  }
}
