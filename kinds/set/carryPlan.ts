import { asItCame } from '#core/document/brought';
import type { Brought } from '#core/document/brought';
import { moveByFace, moveByFrame, shiftedMove } from '#core/document/carryByFace';
import type { PlaceMove } from '#core/document/carryByFace';
import type { Json, JsonObject } from '#core/document/kinds';
import { MOST, NO_EDGE_CARE } from '#core/document/schema';
import type { Area, Mark, Photo, Sitter, Step } from '#core/document/schema';
import type { Field } from '#core/raster/field';
import type { MarkKind } from '#core/render/kinds';
import { KINDS } from '#kinds/registry.gen';

/** How a plan is carried to another photo. */
export interface CarryOptions {
  /** whether steps on the whole picture go too */
  readonly wholePicture: boolean;
  /** whether fades keep their share of the frame or go with the face */
  readonly fades: 'face' | 'frame';
  /** what stays where an earlier carrying was changed by hand: the photo's own, or what is carried now */
  readonly wins: 'photo' | 'plan';
  /** by sitter of the one photo: how much further than with the face places go with the parts they lie on */
  readonly shifts?: PartShifts;
  readonly newId: () => string;
}
/** Fields of shifts by the sitter's id. */
export type PartShifts = ReadonlyMap<string, readonly Field[]>;

/** Something that could not be carried whole, or that stayed as the hand had left it. */
export interface CarryNote {
  /** the area's or the step's name */
  readonly what: string;
  readonly is: 'sitter-missing' | 'part-missing' | 'marks-left' | 'kept';
}

/** A photo with a plan carried to it. */
export interface CarriedPlan {
  readonly photo: Photo;
  readonly notes: readonly CarryNote[];
  /** areas on which readings are to be placed, as they were there and are not here */
  readonly toPlace: readonly string[];
}

/**
 * Carries the plan of one photo to another: parts are those found there, what was drawn moves with the face or
 * the frame, steps stand on the areas that answer to their own. What was carried before is replaced, unless a hand
 * was at it and the photo's own is to win; what was done on the photo itself stays.
 * @param who for each sitter of the one the same person in the other, by the ids in the photos
 */
export function carryPlan(
  from: Photo,
  to: Photo,
  who: ReadonlyMap<string, string>,
  options: CarryOptions,
): CarriedPlan {
  return new Carrying(from, to, who, options).carried();
}

/** Whether anything on which the plan stands moves with a face. */
export function movesMarks({ areas }: Photo): boolean {
  return areas.some(({ marks }) => marks.some((mark) => typeof kindOf(mark).carry === 'function'));
}

class Carrying {
  readonly #notes: CarryNote[] = [];
  /** of what came from this photo, by what it was there */
  readonly #known: ReadonlyMap<string, Brought>;
  readonly #brought: Brought[] = [];
  /** ids here, by those there */
  readonly #ids = new Map<string, string>();
  #areas: readonly Area[];

  constructor(
    readonly from: Photo,
    readonly to: Photo,
    readonly who: ReadonlyMap<string, string>,
    readonly options: CarryOptions,
  ) {
    const mine = to.brought.filter((entry) => entry.by === 'carry' && entry.from === from.id);
    this.#known = new Map(mine.map((entry) => [entry.of, entry]));
    this.#areas = to.areas;
  }

  carried(): CarriedPlan {
    const steps = this.from.plan.filter(({ areaId }) => areaId !== null || this.options.wholePicture);
    const used = this.#usedBy(steps);
    for (const area of used) this.#carryArea(area);
    const plan = this.#carrySteps(steps);
    const others = this.to.brought.filter((entry) => !(entry.by === 'carry' && entry.from === this.from.id));
    const read = used.flatMap(({ id }) => {
      const here = this.#ids.get(id);
      const wasRead = this.from.readings.some(({ areaId }) => areaId === id);
      return here && wasRead && !this.to.readings.some(({ areaId }) => areaId === here) ? [here] : [];
    });
    return {
      photo: {
        ...this.to,
        corridors: this.#corridors(),
        areas: this.#areas,
        plan,
        brought: [...others, ...this.#brought].slice(-MOST.brought),
      },
      notes: this.#notes,
      toPlace: read,
    };
  }

  /** The areas that steps stand on or name, and those that these are built on, before them. */
  #usedBy(steps: readonly Step[]): readonly Area[] {
    const used = new Set<Area>();
    const take = (id: string, seen: ReadonlySet<string>): void => {
      const area = this.from.areas.find((entry) => entry.id === id);
      if (!area || seen.has(id)) return;
      for (const { parameters } of area.marks)
        for (const name of stringsIn(parameters)) take(name, new Set([...seen, id]));
      used.add(area);
    };
    for (const { areaId, parameters } of steps)
      for (const id of [areaId ?? '', ...stringsIn(parameters)]) take(id, new Set());
    return [...used];
  }

  #carryArea(area: Area): void {
    const sitter = area.sitter === null ? null : this.who.get(area.sitter);
    if (sitter === undefined) return this.#note(area.name, 'sitter-missing');
    const known = this.#known.get(area.id);
    const there =
      this.#areas.find(({ id }) => id === known?.id) ??
      this.#areas.find(
        (entry) => entry.part === area.part && entry.part !== 'other' && entry.sitter === sitter,
      );
    const { marks, left } = this.#carryMarks(area, there);
    if (!there && marks.length === 0) return this.#note(area.name, 'part-missing');
    if (left) this.#note(area.name, 'marks-left');
    const id = there?.id ?? this.options.newId();
    this.#ids.set(area.id, id);
    const { inverted, edgeCare } = area;
    const isPlain = there && JSON.stringify(there.edgeCare) === JSON.stringify(NO_EDGE_CARE);
    const put: Area = there
      ? { ...there, marks, ...(isPlain && { edgeCare }), ...(known && { inverted }) }
      : { ...area, id, sitter, marks, inverted };
    this.#areas = there ? this.#areas.map((entry) => (entry === there ? put : entry)) : [...this.#areas, put];
    if (!there || known) this.#bring({ id, of: area.id, as: '' });
  }

  /** The marks of an area as it will be: its own, what was found, and what is carried. */
  #carryMarks(
    area: Area,
    there: Area | undefined,
  ): { readonly marks: readonly Mark[]; readonly left: boolean } {
    const here = [...(there?.marks ?? this.#foundOfAll(area))];
    let left = false;
    for (const mark of area.marks) {
      const kind = kindOf(mark);
      if (kind.carry === 'anew') continue;
      const move = this.#moveFor(area, kind);
      if (typeof kind.carry === 'function' && !move) {
        left = true;
        continue;
      }
      const parameters =
        typeof kind.carry === 'function' && move
          ? (kind.carry(mark.parameters, move) as JsonObject)
          : mark.parameters;
      const put = this.#put(this.#named({ ...mark, parameters }), here);
      if (put) here.splice(put.at, put.replaces, put.entry);
    }
    const gone = this.#gone(here);
    return { marks: here.filter((mark) => !gone.has(mark.id)).slice(0, MOST.marks), left };
  }

  /** What was found of a part that belongs to nobody there: that of everybody. */
  #foundOfAll({ part, sitter }: Area): readonly Mark[] {
    if (sitter !== null || part === 'other') return [];
    return this.to.areas
      .filter((area) => area.part === part)
      .flatMap(({ marks }) => marks.filter((mark) => kindOf(mark).carry === 'anew'))
      .map((mark) => ({ ...mark, id: this.options.newId() }));
  }

  #moveFor({ sitter }: Area, { goesByFrame }: MarkKind): PlaceMove | undefined {
    if (goesByFrame && this.options.fades === 'frame') return moveByFrame(this.from, this.to);
    const [first] = this.who.keys();
    const there = sitter ?? first;
    const of = ({ sitters }: Photo, id: string | undefined): Sitter | undefined =>
      sitters.find((entry) => entry.id === id);
    const [one, other] = [of(this.from, there), of(this.to, there && this.who.get(there))];
    if (one && other) return shiftedMove(moveByFace(one, other), this.options.shifts?.get(one.id) ?? []);
    return goesByFrame ? moveByFrame(this.from, this.to) : undefined;
  }

  #carrySteps(steps: readonly Step[]): readonly Step[] {
    const here = [...this.to.plan];
    let before = -1;
    for (const step of steps) {
      const areaId = step.areaId === null ? null : this.#ids.get(step.areaId);
      if (areaId === undefined) continue;
      const put = this.#put({ ...this.#named(step), areaId }, here, KINDS.adjusts.get(step.kind)!.label);
      if (!put) continue;
      // Behind the step that it follows there; steps on the whole picture before those on parts.
      const first = here.findIndex((entry) => entry.areaId !== null);
      const start = areaId === null && first >= 0 ? first : here.length;
      const at = put.replaces > 0 ? put.at : Math.max(before + 1, before < 0 ? start : 0);
      here.splice(at, put.replaces, put.entry);
      before = at;
    }
    const gone = this.#gone(here);
    return here.filter((step) => !gone.has(step.id)).slice(0, MOST.steps);
  }

  /**
   * Where something carried goes in a list, and as what; undefined when what is there stays: it was changed or
   * taken out by hand, and that wins.
   */
  #put<T extends Step | Mark>(entry: T, here: readonly T[], name?: string) {
    const known = this.#known.get(entry.id);
    const at = known ? here.findIndex(({ id }) => id === known.id) : -1;
    const byHand = known !== undefined && (at < 0 || asItCame(here[at]!) !== known.as);
    if (byHand && this.options.wins === 'photo') {
      this.#bring(known);
      if (name) this.#note(name, 'kept');
      return undefined;
    }
    const put = { ...entry, id: at >= 0 ? known!.id : this.options.newId() };
    this.#bring({ id: put.id, of: entry.id, as: asItCame(put) });
    return { entry: put, at: at >= 0 ? at : here.length, replaces: at >= 0 ? 1 : 0 };
  }

  /** What came from there and is there no more: it goes here too, unless a hand was at it and wins. */
  #gone(here: readonly (Step | Mark)[]): ReadonlySet<string> {
    const still = new Set([
      ...this.from.areas.flatMap((area) => [area.id, ...area.marks.map(({ id }) => id)]),
      ...this.from.plan.map(({ id }) => id),
    ]);
    const gone = [...this.#known.values()].filter(({ of }) => !still.has(of));
    return new Set(
      gone.flatMap(({ id, as }) => {
        const entry = here.find((each) => each.id === id);
        return entry && (asItCame(entry) === as || this.options.wins === 'plan') ? [id] : [];
      }),
    );
  }

  /** Parameters that name areas and sitters name those that answer to them here. */
  #named<T extends Step | Mark>(entry: T): T {
    return {
      ...entry,
      parameters: renamed(entry.parameters, new Map([...this.who, ...this.#ids])) as JsonObject,
    };
  }

  #corridors(): Photo['corridors'] {
    const carried = this.from.corridors.flatMap((corridor) => {
      const sitter = corridor.sitter === null ? null : this.who.get(corridor.sitter);
      const isSet = this.to.corridors.some((entry) => entry.sitter === sitter);
      return sitter === undefined || isSet ? [] : [{ ...corridor, sitter }];
    });
    return carried.length > 0 ? [...this.to.corridors, ...carried] : this.to.corridors;
  }

  #bring(entry: Pick<Brought, 'id' | 'of' | 'as'>): void {
    this.#brought.push({ id: entry.id, of: entry.of, as: entry.as, from: this.from.id, by: 'carry' });
  }

  #note(what: string, is: CarryNote['is']): void {
    if (!this.#notes.some((note) => note.what === what && note.is === is)) this.#notes.push({ what, is });
  }
}

const kindOf = ({ kind }: Mark): MarkKind => KINDS.marks.get(kind)!;

function stringsIn(value: Json): string[] {
  if (typeof value === 'string') return [value];
  if (typeof value !== 'object' || value === null) return [];
  return Object.values(value).flatMap(stringsIn);
}

function renamed(value: Json, names: ReadonlyMap<string, string>): Json {
  if (typeof value === 'string') return names.get(value) ?? value;
  if (Array.isArray(value)) return value.map((entry: Json) => renamed(entry, names));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, entry]) => [key, renamed(entry, names)]));
}
