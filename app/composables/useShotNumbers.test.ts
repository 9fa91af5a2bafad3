import { expect, it } from 'vitest';
import { h, nextTick, ref } from 'vue';
import { createApp } from '../../tests/fixtures/unseenApp';
import { provideShotNumbers, useGoingOver, useShownInPercent, useWrittenNumber } from './useShotNumbers';

it('numbers of a step in a shot are written as their fields show them, as long as these are there', async () => {
  const path = ref('saturation');
  const isThere = ref(true);
  let written: ReturnType<typeof useWrittenNumber> | undefined;
  let goesOver: ReturnType<typeof useGoingOver> | undefined;
  const field = {
    setup: () => {
      goesOver = useGoingOver(() => path.value);
      useShownInPercent(() => path.value);
      return () => null;
    },
  };
  const list = { setup: () => ((written = useWrittenNumber()), () => null) };
  const app = createApp({
    setup: () => {
      provideShotNumbers(() => ['saturation', 'exposure']);
      return () => h('div', [isThere.value ? h(field) : null, h(list)]);
    },
  });
  app.mount({});
  expect(written!('saturation', 0.205)).toBe('20.5 %');
  expect(written!('exposure', -1.234)).toBe('-1.23');
  expect(goesOver!.value).toBe(true);
  path.value = 'warmth';
  await nextTick();
  expect(written!('saturation', 0.2)).toBe('0.2');
  expect(written!('warmth', 0.2)).toBe('20 %');
  expect(goesOver!.value).toBe(false);
  isThere.value = false;
  await nextTick();
  expect(written!('warmth', 0.2)).toBe('0.2');
  app.unmount();
});

it('outside a shot no number goes over, and each is written as it is', () => {
  let written: ReturnType<typeof useWrittenNumber> | undefined;
  let goesOver: ReturnType<typeof useGoingOver> | undefined;
  const app = createApp({
    setup: () => {
      useShownInPercent(() => 'saturation');
      written = useWrittenNumber();
      goesOver = useGoingOver(() => 'saturation');
      return () => null;
    },
  });
  app.mount({});
  expect(written!('saturation', 0.2)).toBe('0.2');
  expect(goesOver!.value).toBe(false);
  app.unmount();
});
