import { addArea, duplicateArea } from '#core/document/commands';
import { withoutArea } from '#kinds/mark/area/withoutArea';
import { addMissed } from '#kinds/people/missed';
import type { MissedPart } from '#kinds/people/missed';
import { copyName } from '#core/document/names';
import { PART_NAMES, areaNameOf } from '#core/document/partNames';
import { NO_EDGE_CARE } from '#core/document/schema';
import type { Part } from '#core/document/schema';
import { useBenchPhoto } from './useBenchPhoto';
import { useBench } from '../stores/bench';
import { useDrawing } from '../stores/drawing';
import { useNotices } from '../stores/notices';

/** Makes areas of the chosen photo, opens them and takes them away. */
export function useAreas() {
  const bench = useBench();
  const drawing = useDrawing();
  const notices = useNotices();
  const { photo, area, edit } = useBenchPhoto();

  /** Makes an empty area of a part and opens it for the first mark. */
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
    bench.edit(drawing.kindFor(part));
  }

  /** Opens the area of a sitter's part, or makes it. */
  function choosePart(part: Part, sitter?: string): void {
    notices.goOn();
    const isTheirs = (owner: string | null) => sitter === undefined || owner === sitter || owner === null;
    const known = photo.value?.areas.find((entry) => entry.part === part && isTheirs(entry.sitter));
    if (known) bench.choose(known.id);
    else newArea(part);
  }

  /** Makes a part that find missed, takes it off the sitter's others, and opens it for the first mark. */
  function addMissedPart(part: MissedPart, sitter: string): void {
    const id = crypto.randomUUID();
    const names = { newId: () => crypto.randomUUID(), nameOf: areaNameOf };
    edit(`new area ${PART_NAMES[part]}`, (before) => addMissed(before, { id, part, sitter }, names));
    bench.choose(id);
    bench.edit(drawing.kindFor(part));
  }

  function deleteArea(): void {
    const gone = area.value;
    if (!gone) return;
    edit(`delete area ${gone.name}`, (before) => withoutArea(before, gone.id));
    bench.choose(undefined);
  }

  function copyArea(): void {
    const open = area.value;
    const id = crypto.randomUUID();
    if (!open) return;
    edit(`duplicate area ${open.name}`, (before) =>
      duplicateArea(before, open.id, { id, name: copyName(open.name) }, () => crypto.randomUUID()),
    );
    bench.choose(id);
  }

  return { newArea, addMissedPart, choosePart, deleteArea, copyArea };
}
