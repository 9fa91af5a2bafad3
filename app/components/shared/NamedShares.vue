<script setup lang="ts" generic="Name extends string">
/** Shares in a row of a sentence: each with its name, what it does, and its field. */
interface NamedShare {
  readonly name: Name;
  /** in the sentence, where it differs from the name */
  readonly word?: string;
  readonly help: string;
}

const props = defineProps<{
  shares: readonly NamedShare[];
  values: Readonly<Record<Name, number>>;
  /** before the words, for assistive technology */ of?: string;
  /** per cent */ min?: number;
  /** per cent */ reset?: number;
  /** after the last */ end: string;
}>();
const emit = defineEmits<{ put: [change: Partial<Record<Name, number>>] }>();
const labelOf = (word: string) => (props.of === undefined ? word : `${props.of} ${word}`);
const put = (name: Name, value: number) =>
  emit('put', { [name]: value } as unknown as Partial<Record<Name, number>>);
</script>

<template>
  <template v-for="({ name, word = name, help }, place) in shares" :key="name"
    ><span class="whitespace-nowrap" :title="help"
      >{{ word }}
      <ShareField
        :model-value="values[name]"
        :path="name"
        :label="labelOf(word)"
        :min="min ?? 0"
        :reset="reset ?? 0"
        @update:model-value="put(name, $event)"
      />{{ place < shares.length - 1 ? ',' : end }}</span
    >{{ ' ' }}</template
  >
</template>
