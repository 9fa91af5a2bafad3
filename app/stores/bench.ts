import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import type { Rung, Step } from '#core/document/schema';
import { useDrawing } from './drawing';
import { useQuestions } from './questions';
import { useSeeing } from './seeing';
import { computed, ref } from 'vue';

/**
 * What a press on the picture does: moves it, draws a mark, places a reading, or answers a step's question.
 */
export type Tool = 'look' | 'draw' | 'reading' | 'pick' | 'drags';

/** What is chosen on the bench; none of it belongs to the document. */
export const useBench = defineStore('bench', () => {
  const drawing = useDrawing();
  const questions = useQuestions();
  const seeing = useSeeing();
  const photoId = ref<string>();
  /** rises when the file of a photo that was lost is stored again */
  const reopened = ref(0);
  const areaId = ref<string>();
  /** the area that was chosen before this one */
  let formerAreaId: string | undefined;
  /** the sitter whose face map is open */
  const sitterId = ref<string>();
  /** the step that was taken in hand; of the chosen area, or its last one is in hand */
  const stepId = ref<string>();
  /** an area that is pointed at, here or on the face map */
  const pointedId = ref<string>();
  /** the doubtful place that is being asked about, by its plate */
  const placeId = ref<string>();
  /** the rung whose reading is placed by the next press */
  const placing = ref<Rung>();
  /** the table of readings is open; kept for the next time */
  const showingReadings = useLocalStorage('even-blush-readings', false);
  /** numbers are shown that were measured before the last change: new ones are on their way */
  const measuring = ref(false);
  const readingSize = ref(31);
  /** side of the patch from which a colour is picked, pixels of the photo */
  const pickSize = ref(11);
  /** a photo without areas is searched for people when it is opened */
  const findsOnOpen = useLocalStorage('even-blush-finds-on-open', false);
  const exporting = ref(false);
  const showingPhotos = ref(false);
  const showingPresets = ref(false);
  const showingKeys = ref(false);
  const showingHistory = ref(false);

  const tool = computed<Tool>(() => {
    const asked = questions.open?.is;
    if (asked === 'pick' || asked === 'drags') return asked;
    if (placing.value) return 'reading';
    return drawing.kind ? 'draw' : 'look';
  });
  const editing = computed(() => tool.value === 'draw');
  /** a dialog lies over the bench */
  const inDialog = computed(
    () =>
      exporting.value ||
      showingPhotos.value ||
      showingPresets.value ||
      showingKeys.value ||
      showingHistory.value ||
      questions.open?.is === 'lend' ||
      questions.open?.is === 'version',
  );

  /** Puts away whatever is in hand. */
  function lookOnly(): void {
    questions.giveUp();
    placing.value = undefined;
    drawing.putAway();
  }

  /** Chooses an area, or none; what is in hand is put away. */
  function choose(id: string | undefined): void {
    if (areaId.value !== id) {
      lookOnly();
      placeId.value = undefined;
      formerAreaId = areaId.value;
    }
    areaId.value = id;
  }

  /** What was chosen is gone: the area before it is chosen again, or none. @param ids of the areas that there are */
  function chooseFormer(ids: readonly string[]): void {
    choose(ids.find((id) => id === formerAreaId));
  }

  /** Takes a step in hand, with the area that it stands on. */
  function takeStep(step: Pick<Step, 'id' | 'areaId'>): void {
    choose(step.areaId ?? undefined);
    stepId.value = step.id;
  }

  /** Takes a kind of mark in hand; @param markId of a mark that is to be changed */
  function edit(kindId: string, markId?: string): void {
    lookOnly();
    drawing.take(kindId, markId);
    if (seeing.overlay === 'none') seeing.overlay = 'hatch';
  }

  function placeReading(rung: Rung): void {
    lookOnly();
    placing.value = rung;
  }

  function choosePhoto(id: string | undefined): void {
    lookOnly();
    photoId.value = id;
    areaId.value = formerAreaId = undefined;
    stepId.value = undefined;
    seeing.soloStepId = undefined;
    sitterId.value = undefined;
    pointedId.value = undefined;
    placeId.value = undefined;
  }

  return {
    photoId,
    reopened,
    areaId,
    stepId,
    sitterId,
    pointedId,
    placeId,
    placing,
    showingReadings,
    measuring,
    readingSize,
    pickSize,
    findsOnOpen,
    exporting,
    showingPhotos,
    showingPresets,
    showingKeys,
    showingHistory,
    tool,
    editing,
    inDialog,
    lookOnly,
    choose,
    chooseFormer,
    takeStep,
    edit,
    placeReading,
    choosePhoto,
  };
});
