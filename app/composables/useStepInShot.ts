import type { Photo, Step } from '#core/document/schema';
import { numbersBetween } from '#kinds/shot/between';
import { computed } from 'vue';
import { useShot } from '../stores/shot';

/** A step of a key frame beside the same one of the next key frame. */
export function useStepInShot(props: { readonly step: Step; readonly photo: Photo }) {
  const shot = useShot();
  /** the next key frame, where it has the step too */
  const next = computed(() => {
    const { frame } = props.photo;
    const after = frame && shot.keys.find((key) => key.frame.clip === frame.clip && key.frame.n > frame.n);
    return after?.plan.some(({ id }) => id === props.step.id) ? after : undefined;
  });
  /** numbers that go over to it; none where they hold */
  const changes = computed(() => {
    const there = next.value?.plan.find(({ id }) => id === props.step.id);
    if (!there || props.photo.frame?.holds.includes(props.step.id)) return [];
    return numbersBetween(props.step, there);
  });
  return { next, changes };
}
