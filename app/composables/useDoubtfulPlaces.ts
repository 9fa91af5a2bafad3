import type { Area } from '#core/document/schema';
import { PART_NAMES } from '#core/document/partNames';
import { decidePlace, openPlaces, partOf } from '#kinds/people/places';
import type { OpenPlace } from '#kinds/people/places';
import { computed } from 'vue';
import { useBenchPhoto } from './useBenchPhoto';
import { useBench } from '../stores/bench';
import { useNotices } from '../stores/notices';
import { useView } from '../stores/view';

/** Places of which find was unsure: goes from one to the next, and takes the user's word. */
export function useDoubtfulPlaces() {
  const bench = useBench();
  const notices = useNotices();
  const view = useView();
  const { photo, area, edit } = useBenchPhoto();

  /** those of the open area that nobody has decided */
  const places = computed(() => (area.value ? openPlaces(area.value) : []));
  const asked = computed(() => places.value.find(({ plate }) => plate === bench.placeId));

  /** Goes to the next place of the open area, after its last one to the next area that has one. */
  function nextPlace(): void {
    const here = places.value[places.value.findIndex(({ plate }) => plate === bench.placeId) + 1];
    if (here) return show(here);
    const areas = photo.value?.areas ?? [];
    const from = areas.findIndex(({ id }) => id === area.value?.id) + 1;
    const next = [...areas.slice(from), ...areas.slice(0, from)].find(
      (entry) => openPlaces(entry).length > 0,
    );
    if (next) showFirst(next);
    else notices.say('No place of this photo is doubtful.');
  }

  function showFirst(next: Area): void {
    bench.choose(next.id);
    show(openPlaces(next)[0]!);
  }

  function show(place: OpenPlace): void {
    bench.placeId = place.plate;
    view.glideTo(place.box);
  }

  /** Takes the word for the place that is asked about, and goes on to the next of the area. */
  function decide(belongs: 'has' | 'may'): void {
    const place = asked.value;
    if (!place) return;
    const rest = places.value.filter((entry) => entry !== place);
    edit(`${PART_NAMES[partOf(place[belongs])].toLowerCase()} by your word`, (before) =>
      decidePlace(before, place.plate, belongs),
    );
    if (rest[0]) show(rest[0]);
    else bench.placeId = undefined;
  }

  return { places, asked, nextPlace, decide };
}
