<script setup lang="ts">
import type { DrawSetting, MarkContext } from '#core/offer/drawing';
import type { JsonObject } from '#core/document/kinds';
import { DRAWN_KINDS } from '../../tools/drawnKinds';
import { MARK_CONTROLS, MARK_ICONS } from '../../kinds.gen';

/** Which kind of mark is in hand, what it does, and its numbers; of the mark that is changed as well. */
const bench = useBench();
const drawing = useDrawing();
const workers = useWorkers();
const { photo } = useBenchPhoto();
const { mark, change } = useOpenMark();
provideGesture(() => 'mark');

const { keyOf } = useKeys();
const kindsOffered = computed(() =>
  DRAWN_KINDS.map(({ id, drawing: { name, hint } }) => {
    const key = shortKey(keyOf(`mark:${id}`));
    return { value: id, name, key, title: `${name} (${key}). ${hint}` };
  }),
);
const iconOf = (id: string) => MARK_ICONS[DRAWN_KINDS.find((kind) => kind.id === id)!.drawing.icon];
const kindId = computed<string | null>({
  get: () => drawing.kindId ?? null,
  set: (next) => next && bench.edit(next),
});
const deeds = computed(
  () =>
    [
      { value: 'add', name: 'Add' },
      { value: 'remove', name: 'Remove', key: shortKey(keyOf('takes')) },
    ] as const,
);
const does = computed<'add' | 'remove' | null>({
  get: () => (drawing.takes ? 'add' : 'remove'),
  set: (next) => (drawing.takes = next === 'add'),
});

/** The mark in hand, where it is of the kind in hand. */
const own = computed(() =>
  mark.value && mark.value.kind === drawing.kindId ? mark.value.parameters : undefined,
);
const control = computed(() => (own.value ? MARK_CONTROLS[drawing.kindId!] : undefined));
const settings = computed(() => drawing.kind?.drawing.settings ?? []);
const scaleOf = ({ unit }: DrawSetting) => (unit === 'share' ? 100 : 1);
const valueOf = (setting: DrawSetting) =>
  scaleOf(setting) * ((own.value && setting.read?.(own.value)) ?? drawing.valueOf(setting));

function set(setting: DrawSetting, shown: number): void {
  const value = shown / scaleOf(setting);
  drawing.set(setting, value);
  if (own.value && setting.write) change(setting.words, setting.write(own.value, value) as JsonObject);
}

const context: MarkContext = {
  colourAt: async (patch) =>
    photo.value && (await workers.analyst.patch(photo.value, patch).catch(() => undefined))?.now,
};
</script>

<template>
  <ToggleGroup
    v-model="kindId"
    label="Kind of mark"
    :options="kindsOffered"
    class="!gap-0.5 [&>button]:!gap-1 [&>button]:!px-1.5"
  >
    <template #default="{ option, checked }">
      <component :is="iconOf(option.value)" :size="14" /><template v-if="checked">{{ option.name }}</template
      ><span class="key">{{ option.key }}</span>
    </template>
  </ToggleGroup>
  <HelpPopover
    v-if="drawing.kind"
    opens="left"
    :name="drawing.kind.label"
    :help="`${drawing.kind.drawing.help}. ${drawing.kind.drawing.hint}`"
    ><MarkExample :example="drawing.kind.drawing.example"
  /></HelpPopover>
  <ToggleGroup
    v-model="does"
    label="What the mark does"
    :options="deeds"
    class="!gap-0.5 [&>button]:!gap-1 [&>button]:!px-1.5"
  >
    <template #default="{ option }"
      >{{ option.name }}<span v-if="option.key" class="key">{{ option.key }}</span></template
    >
  </ToggleGroup>
  <label v-for="setting in settings" :key="setting.name" :title="setting.help"
    >{{ setting.words }}
    <NumberField
      :model-value="valueOf(setting)"
      :label="setting.label"
      :min="scaleOf(setting) * setting.min"
      :max="scaleOf(setting) * setting.max"
      :unit="setting.unit === 'share' ? ' %' : ' px'"
      :reset="scaleOf(setting) * setting.start"
      :change="setting.words"
      @update:model-value="set(setting, $event)"
  /></label>
  <component
    :is="control"
    v-if="own && control"
    :model-value="own"
    :context="context"
    @update:model-value="change(drawing.kind!.label, $event as JsonObject)"
  />
</template>
