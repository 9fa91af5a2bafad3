import { ciede2000 } from '#core/colour/ciede2000';
import { convertSrgbLinearToCielabD65 } from '#core/colour/cielab';
import type { Triple } from '#core/colour/triple';
import { workKey } from '#core/document/photoState';
import { personName } from '#core/document/joinSitters';
import type { Rung } from '#core/document/schema';
import type { SetRow } from '#core/formats/setFile';
import { medianOf } from '#core/measure/setSpread';
import type { SetPart } from '#core/measure/setParts';
import { rungNumbers } from '#core/measure/rungNumbers';
import { computed, toRaw } from 'vue';
import { useProgress } from '../stores/progress';
import { useSitting } from '../stores/sitting';

/** What a part of a photo shows, and whose it is. */
export interface SetEntry extends SetRow {
  readonly photoId: string;
  readonly areaId: string;
  /** undefined for what is nobody's, or of somebody who was not told from others */
  readonly person: string | undefined;
  /** whether its photo was changed since it was measured */
  readonly stale: boolean;
}

/** The quantities that are shown of a colour. */
export const QUANTITIES = ['hue', 'saturation', 'lightness'] as const;
export type Quantity = (typeof QUANTITIES)[number];

/** The numbers of all photos of the open sitting that were measured. */
export function useSetNumbers() {
  const sitting = useSitting();
  const progress = useProgress();

  const entries = computed(() => {
    const { photos = [], people = [] } = toRaw(sitting.document) ?? {};
    return photos.flatMap((photo): SetEntry[] => {
      const row = progress.rows.get(photo.id);
      const stale = row?.numbersAs !== workKey(photo);
      return (row?.numbers ?? []).flatMap(({ sitter, part, areaId, before, after }) => {
        if (!photo.areas.some(({ id }) => id === areaId)) return [];
        const person = photo.sitters.find(({ id }) => id === sitter)?.person ?? undefined;
        const called = person ? personName(people, person) : '';
        const numbers = { part: part as SetPart, before, after };
        return [{ photo: photo.file, photoId: photo.id, areaId, person, stale, sitter: called, ...numbers }];
      });
    });
  });

  /** Photos with parts whose numbers are not known as they are now. */
  const unmeasured = computed(() => {
    const { photos = [] } = toRaw(sitting.document) ?? {};
    return photos
      .filter((photo) => photo.areas.length > 0 && progress.rows.get(photo.id)?.numbersAs !== workKey(photo))
      .map(({ id }) => id);
  });

  /** How far each photo's skin is off its sitter's median in the set, ΔE00 of the middle. */
  const off = computed(() => {
    const skins = entries.value.filter(({ part }) => part === 'skin');
    const middles = new Map<string | undefined, Triple>();
    for (const person of new Set(skins.map((entry) => entry.person))) {
      const own = skins.filter((entry) => entry.person === person).map(({ after }) => after.middle);
      middles.set(
        person,
        [0, 1, 2].map((c) => medianOf(own.map((colour) => colour[c]!))) as unknown as Triple,
      );
    }
    const apart = new Map<string, number>();
    for (const { photoId, person, after } of skins) {
      const away = ciede2000(
        convertSrgbLinearToCielabD65(after.middle),
        convertSrgbLinearToCielabD65(middles.get(person)!),
      );
      apart.set(photoId, Math.max(away, apart.get(photoId) ?? 0));
    }
    return apart;
  });

  const numberOf = (entry: SetEntry, state: 'before' | 'after', rung: Rung, quantity: Quantity) =>
    rungNumbers(entry[state][rung])[quantity] ?? undefined;

  return { entries, unmeasured, offOf: (photoId: string) => off.value.get(photoId), numberOf };
}
