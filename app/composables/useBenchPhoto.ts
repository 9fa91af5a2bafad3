import type { Area, Photo, Rung, Part } from '#core/document/schema';
import { RUNGS, NO_EDGE_CARE } from '#core/document/schema';
import {
  addArea,
  changeArea,
  divideArea,
  duplicateArea,
  putReading,
  putStep,
  removeArea,
  removeReading,
} from '#core/document/commands';
import { copyName } from '#core/document/names';
import { SKIN_TARGETS } from '#core/measure/corridor';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import type { HueToTargetParameters } from '#kinds/adjust/hue-to-target/schema';
import { KINDS } from '#kinds/registry.gen';
import type { JsonObject } from '#core/document/kinds';
import type { Point } from '../stores/view';

/** The photo and the area that are chosen on the bench, and what is done to them in more than one place. */
export function useBenchPhoto() {
  const sitting = useSitting();
  const bench = useBench();
  const workers = useWorkers();
  const notices = useNotices();
  const photo = computed<Photo | undefined>(() =>
    sitting.document?.photos.find(({ id }) => id === bench.photoId),
  );
  const area = computed<Area | undefined>(() => photo.value?.areas.find(({ id }) => id === bench.areaId));

  function edit(label: string, change: (photo: Photo) => Photo): void {
    if (photo.value) sitting.changeOpenPhoto(label, photo.value.id, change);
  }

  /** Makes an empty area of a part and opens it for the first stroke. */
  function newArea(part: Part): void {
    const id = crypto.randomUUID();
    const taken = new Set(photo.value?.areas.map(({ name }) => name));
    const first = part === 'other' ? 'New area' : PART_NAMES[part];
    let name = first;
    for (let n = 2; taken.has(name); n++) name = `${first} ${n}`;
    edit(`new area ${name}`, (before) =>
      addArea(before, { id, name, part, sitter: null, marks: [], inverted: false, edgeCare: NO_EDGE_CARE }),
    );
    bench.choose(id);
    bench.edit(part === 'irises' ? 'ellipse' : 'edge-stroke');
  }

  /** Opens the area of a sitter's part, or makes it. */
  function choosePart(part: Part, sitter?: string): void {
    const known = photo.value?.areas.find(
      (entry) =>
        entry.part === part && (sitter === undefined || entry.sitter === sitter || entry.sitter === null),
    );
    if (known) bench.choose(known.id);
    else newArea(part);
  }

  function deleteArea(): void {
    const gone = area.value;
    if (!gone) return;
    edit(`delete area ${gone.name}`, (before) => removeArea(before, gone.id));
    bench.choose(undefined);
  }

  function copyArea(): void {
    const open = area.value;
    const id = crypto.randomUUID();
    if (!open) return;
    edit(`duplicate area ${open.name}`, (before) =>
      duplicateArea(before, open.id, id, copyName(open.name), () => crypto.randomUUID()),
    );
    bench.choose(id);
  }

  function changeOpenArea(label: string, change: (area: Area) => Area): void {
    const id = area.value?.id;
    if (id) edit(label, (before) => changeArea(before, id, change));
  }

  /** Adds a step to the chosen area, or to the whole picture while none is chosen. */
  function addStep(kind: string, parameters: JsonObject, strength = 1): void {
    const definition = KINDS.adjusts.get(kind);
    if (!definition) return;
    edit(definition.label, (before) =>
      putStep(before, {
        id: crypto.randomUUID(),
        kind,
        version: definition.version,
        parameters,
        areaId: area.value?.id ?? null,
        strength,
        on: true,
      }),
    );
  }

  /** The targets that common practice starts from. */
  function addHueToTarget(hue: HueToTargetParameters['hue'] = { ...SKIN_TARGETS }): void {
    addStep('hue-to-target', { ...NO_TARGETS, hue });
  }

  /** Both irises, or whatever is marked twice, become two areas, each with its own copy of the steps. */
  function splitArea(): void {
    const open = area.value;
    if (open && open.marks.length > 1)
      edit(`unlink ${open.name}`, (before) => divideArea(before, open.id, () => crypto.randomUUID()));
  }

  /** Puts light, middle and shade readings where they stand well. */
  async function placeReadingsAlone(): Promise<void> {
    const open = area.value;
    const document = photo.value;
    if (!open || !document) return;
    try {
      const placed = await workers.placed(document, open.id);
      if (placed.length === 0)
        return notices.say(
          `${open.name} has no even place that is large enough for a reading. Place one by hand.`,
        );
      edit('place readings', (before) => ({
        ...before,
        readings: [
          ...before.readings.filter(({ areaId }) => areaId !== open.id),
          ...placed.map((reading) => ({ id: crypto.randomUUID(), areaId: open.id, ...reading })),
        ],
      }));
    } catch (error) {
      notices.problem(error);
    }
  }

  /** Hands the colour of a place to the step that asked for it. */
  async function pickColour(at: Point): Promise<void> {
    const stepId = bench.pickingFor;
    const document = photo.value;
    bench.tool = 'look';
    if (!stepId || !document) return;
    const colours = await workers.patch(document, at.x, at.y, bench.pickSize);
    if (colours) bench.picked = { stepId, ...colours };
  }

  function placeReading(at: Point): void {
    const areaId = area.value?.id;
    const rung = bench.nextRung;
    const bounds = photo.value;
    if (!areaId || !bounds || at.x < 0 || at.y < 0 || at.x > bounds.width || at.y > bounds.height) return;
    const known = bounds.readings.find((reading) => reading.areaId === areaId && reading.rung === rung);
    edit(`reading ${rung}`, (before) =>
      putReading(before, {
        id: known?.id ?? crypto.randomUUID(),
        areaId,
        rung,
        x: Math.round(at.x * 10) / 10,
        y: Math.round(at.y * 10) / 10,
        size: bench.readingSize,
      }),
    );
    const next = RUNGS[RUNGS.indexOf(rung) + 1];
    const unplaced =
      next && !bounds.readings.some((reading) => reading.areaId === areaId && reading.rung === next);
    if (unplaced) bench.nextRung = next;
    else bench.tool = 'look';
  }

  function startReading(rung: Rung): void {
    bench.nextRung = rung;
    bench.tool = 'reading';
  }

  function dropReading(id: string): void {
    edit('take reading away', (before) => removeReading(before, id));
  }

  return {
    photo,
    area,
    edit,
    newArea,
    choosePart,
    deleteArea,
    copyArea,
    changeOpenArea,
    addStep,
    addHueToTarget,
    splitArea,
    placeReadingsAlone,
    pickColour,
    placeReading,
    startReading,
    dropReading,
  };
}
