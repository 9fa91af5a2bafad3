import { useLocalStorage, useMediaQuery, useWindowSize } from '@vueuse/core';
import { clamp } from '#core/math/clamp';
import { z } from 'zod';

/** The columns beside the picture. */
export type ColumnSide = 'left' | 'right';

/** CSS pixels */
const FIRST = { left: 232, right: 372 } as const;
const FIRST_SHARE = { left: 0.2, right: 0.3 } as const;
const LEAST = { left: 176, right: 300 } as const;
const MOST = 560;
/** of the window's width */
const MOST_SHARE = { left: 0.3, right: 0.42 } as const;

const stored = z.object({
  left: z.object({ width: z.number(), open: z.boolean() }),
  right: z.object({ width: z.number(), open: z.boolean() }),
});
type Stored = z.infer<typeof stored>;
/** In a small window they are narrower from the start. */
function asAtFirst(): Stored {
  const width = (side: ColumnSide) => Math.min(FIRST[side], FIRST_SHARE[side] * window.innerWidth);
  return { left: { width: width('left'), open: true }, right: { width: width('right'), open: true } };
}

/** How wide the columns beside the picture are, and whether they are put away; kept for the next time. */
export function useColumns() {
  const kept = useLocalStorage<Stored>('even-blush-columns', asAtFirst(), {
    writeDefaults: false,
    serializer: {
      read: (text) => {
        try {
          return stored.parse(JSON.parse(text));
        } catch {
          return asAtFirst();
        }
      },
      write: JSON.stringify,
    },
  });
  /** a window held upright, or a page zoomed in far: the columns lie below the picture */
  const stacked = useMediaQuery('(max-width: 899px)');

  const room = useWindowSize();
  /** A small window leaves the picture its share. */
  const widthOf = (side: ColumnSide) =>
    clamp(
      Math.round(Math.min(kept.value[side].width, MOST_SHARE[side] * room.width.value)),
      LEAST[side],
      MOST,
    );
  const isOpen = (side: ColumnSide) => stacked.value || kept.value[side].open;

  function setWidth(side: ColumnSide, width: number): void {
    kept.value = {
      ...kept.value,
      [side]: { width: clamp(Math.round(width), LEAST[side], MOST), open: true },
    };
  }

  function turn(side: ColumnSide): void {
    kept.value = { ...kept.value, [side]: { ...kept.value[side], open: !kept.value[side].open } };
  }

  return { stacked, widthOf, isOpen, setWidth, turn, LEAST, MOST };
}
