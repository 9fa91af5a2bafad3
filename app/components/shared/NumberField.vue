<script setup lang="ts">
import { clamp } from '#core/math/clamp';
import { parseWrittenNumber } from '#core/formats/writtenNumber';
import { MoveRight } from '@lucide/vue';

/** A number that can be typed, nudged by keys, scrubbed by dragging sideways and reset by a double press. */
const props = withDefaults(
  defineProps<{
    label: string;
    min: number;
    max: number;
    /** one nudge; shift takes ten, alt a tenth */
    step?: number;
    unit?: string;
    decimals?: number;
    reset?: number;
    /** names the change, for undo; what it is part of names it where absent */
    change?: string;
    /** the names that lead to it in what is shown, for the mark that it goes over in a shot */
    path?: string;
  }>(),
  { step: 1, unit: '', decimals: 0, reset: undefined, change: undefined, path: undefined },
);
const model = defineModel<number>({ required: true });

const SCRUB_FROM_PIXELS = 4;
const PIXELS_PER_STEP = 4;
/** how many nudges shift and the page keys take */
const FAR = 10;
const gesture = useGesture();
const goesOver = useGoingOver(() => props.path);
const draft = ref<string>();
const fault = ref<string>();
const shown = computed(() => draft.value ?? model.value.toFixed(props.decimals));

function put(value: number): void {
  const rounded = Number(value.toFixed(Math.max(props.decimals, 2)));
  model.value = clamp(rounded, props.min, props.max);
}

function commit(): void {
  const text = draft.value;
  draft.value = undefined;
  fault.value = undefined;
  if (text === undefined) return;
  const value = parseWrittenNumber(text);
  if (!Number.isFinite(value))
    fault.value = `“${text}” is not a number; ${model.value.toFixed(props.decimals)} stays.`;
  else if (value < props.min || value > props.max)
    fault.value = `${props.label} goes from ${props.min} to ${props.max}; ${model.value.toFixed(props.decimals)} stays.`;
  else if (value !== model.value) put(value);
}

function nudge(event: KeyboardEvent, direction: number): void {
  event.preventDefault();
  commit();
  put(model.value + direction * props.step * nudgeOf(event, FAR));
}

/** In a field that has the focus, the wheel is the arrow keys up and down. */
function wheel(event: WheelEvent): void {
  if (document.activeElement !== event.currentTarget || event.deltaY === 0) return;
  event.preventDefault();
  commit();
  put(model.value - Math.sign(event.deltaY) * props.step * nudgeOf(event, FAR));
}

/** Dragging sideways is one gesture from the moment it is told from a press; Escape puts the number back. */
let scrubbed: { readonly field: HTMLInputElement; readonly x: number; readonly from: number } | undefined;
let scrubbing = false;

function press(event: PointerEvent): void {
  const field = event.currentTarget as HTMLInputElement;
  if (document.activeElement === field || event.button !== 0) return;
  field.setPointerCapture(event.pointerId);
  scrubbed = { field, x: event.clientX, from: model.value };
}

function scrub(event: PointerEvent): void {
  if (!scrubbed) return;
  const across = event.clientX - scrubbed.x;
  if (!scrubbing && Math.abs(across) < SCRUB_FROM_PIXELS) return;
  if (!scrubbing) {
    gesture.begin(props.change);
    window.addEventListener('keydown', giveUp, { capture: true });
  }
  scrubbing = true;
  scrubbed.field.blur();
  // With alt held, the same way is a tenth.
  put(scrubbed.from + Math.trunc(across / PIXELS_PER_STEP) * props.step * (event.altKey ? 0.1 : 1));
}

function letGo(how: 'end' | 'cancel'): void {
  scrubbed = undefined;
  if (!scrubbing) return;
  scrubbing = false;
  window.removeEventListener('keydown', giveUp, { capture: true });
  gesture[how]();
}

function giveUp(event: KeyboardEvent): void {
  if (event.key !== 'Escape') return;
  event.stopImmediatePropagation();
  const from = scrubbed?.from;
  letGo('cancel');
  if (from !== undefined) put(from);
}
onBeforeUnmount(() => letGo('cancel'));
</script>

<template>
  <span class="relative inline-flex items-baseline">
    <input
      :aria-label="label"
      :aria-invalid="fault ? 'true' : undefined"
      :value="shown"
      inputmode="decimal"
      autocomplete="off"
      :title="`${label}: type, arrow keys nudge (shift ten times, alt a tenth), drag sideways, wheel${reset === undefined ? '' : ', double press resets'}`"
      class="field-sizing-content min-w-[1.2ch] cursor-ew-resize rounded-sm border-b border-dotted border-quiet bg-transparent px-px text-center font-semibold tabular-nums focus:cursor-text focus:bg-paper"
      @input="draft = ($event.target as HTMLInputElement).value"
      @blur="commit"
      @keydown.enter="commit"
      @keydown.esc.stop="
        draft = undefined;
        fault = undefined;
      "
      @keydown.up="nudge($event, 1)"
      @keydown.down="nudge($event, -1)"
      @keydown.page-up="nudge($event, FAR)"
      @keydown.page-down="nudge($event, -FAR)"
      @wheel="wheel"
      @pointerdown="press"
      @pointermove="scrub"
      @pointerup="letGo('end')"
      @pointercancel="letGo('cancel')"
      @focus="($event.target as HTMLInputElement).select()"
      @dblclick="reset !== undefined && put(reset)"
    /><span v-if="unit" aria-hidden="true" class="whitespace-pre">{{ unit }}</span
    ><span v-if="goesOver" class="self-center text-quiet" title="Goes over to the next key frame’s number"
      ><MoveRight :size="11" role="img" :aria-label="`${label} goes over to the next key frame’s number`"
    /></span>
    <span
      v-if="fault"
      role="alert"
      class="absolute left-0 top-full z-20 w-52 rounded border border-warn bg-raised p-1.5 text-[12px] font-normal text-ink"
      >{{ fault }}</span
    >
  </span>
</template>
