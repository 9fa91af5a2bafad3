import type { Page } from '@playwright/test';
import { median, quantile } from './medians';

/** Each to a value that was not there before: what returns is remembered. */
export const NUDGES = 30;

/** In the page: notes when a picture that was put in place of the one before is drawn on its canvas. */
export function logPainted(): void {
  const times = ((globalThis as unknown as { painted: number[] }).painted = [] as number[]);
  const Plain = globalThis.Worker;
  globalThis.Worker = class extends Plain {
    isNew = false;
    readonly draws = new Set<number>();

    constructor(...of: ConstructorParameters<typeof Plain>) {
      super(...of);
      this.addEventListener('message', ({ data }) => {
        if (this.draws.delete(data.call)) times.push(performance.now());
      });
    }

    override postMessage(message: unknown, transfer?: unknown): void {
      const { call, name, request } = message as {
        call: number;
        name?: string;
        request?: { layer?: string };
      };
      if (name === 'layer' && request?.layer === 'after') this.isNew = true;
      if (name === 'draw' && this.isNew) {
        this.draws.add(call);
        this.isNew = false;
      }
      super.postMessage(message, transfer as never);
    }
  };
}

/** Median and 95th percentile to either picture, the median to the first one on its canvas, and the longest task meanwhile; ms. */
export interface SliderTimes {
  readonly draft: number;
  readonly draftLate: number;
  readonly painted: number;
  readonly full: number;
  readonly fullLate: number;
  readonly longest: number;
}

/** From an arrow key on the ladder to the half-size and to the full picture. */
export async function nudges(page: Page): Promise<SliderTimes> {
  await page.getByRole('slider', { name: 'Target hue of the middle' }).focus();
  await longestTask(page);
  const drafts: number[] = [];
  const fulls: number[] = [];
  const painted: number[] = [];
  for (let n = 0; n < NUDGES; n++) {
    const times = await page.evaluate(
      () =>
        new Promise<{ begin: number; draft: number; full: number }>((resolve) => {
          const stage = document.querySelector('[data-testid=stage]')!;
          (globalThis as unknown as { painted: number[] }).painted.length = 0;
          const begin = performance.now();
          let draft = 0;
          const observer = new MutationObserver(() => {
            const past = performance.now() - begin;
            draft ||= past;
            if (stage.getAttribute('data-frame')?.endsWith('draft') !== false) return;
            observer.disconnect();
            resolve({ begin, draft, full: past });
          });
          observer.observe(stage, { attributes: true, attributeFilter: ['data-frame'] });
          document.activeElement!.dispatchEvent(
            new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }),
          );
        }),
    );
    drafts.push(times.draft);
    fulls.push(times.full);
    await page.waitForTimeout(1500);
    const first = await page.evaluate(() => (globalThis as unknown as { painted: number[] }).painted[0]!);
    painted.push(first - times.begin);
  }
  const longest = await longestTask(page);
  return {
    painted: median(painted),
    draft: median(drafts),
    draftLate: quantile(drafts, 0.95),
    full: median(fulls),
    fullLate: quantile(fulls, 0.95),
    longest,
  };
}

/** How the picture follows values that come without a rest, as they do from a key that is held or from a hand. */
export function heldDown(page: Page): Promise<{ pictures: number; longest: number }> {
  return page.evaluate(async () => {
    const stage = document.querySelector('[data-testid=stage]')!;
    const begin = performance.now();
    const times = [begin];
    const observer = new MutationObserver(() => times.push(performance.now()));
    observer.observe(stage, { attributes: true, attributeFilter: ['data-frame'] });
    for (let n = 0; n < 90; n++) {
      document.activeElement!.dispatchEvent(
        new KeyboardEvent('keydown', {
          key: n < 45 ? 'ArrowLeft' : 'ArrowRight',
          shiftKey: true,
          bubbles: true,
        }),
      );
      await new Promise((resolve) => setTimeout(resolve, begin + ((n + 1) * 1000) / 30 - performance.now()));
    }
    observer.disconnect();
    const seconds = (performance.now() - begin) / 1000;
    const gaps = times.slice(1).map((time, n) => time - times[n]!);
    return { pictures: (times.length - 1) / seconds, longest: Math.max(...gaps) };
  });
}

/** The longest task of 50 ms or more since this was asked last, ms; 0 where none was so long. */
export function longestTask(page: Page): Promise<number> {
  return page.evaluate(() => {
    const { longTasks } = globalThis as unknown as { longTasks: number[] };
    return Math.max(0, ...longTasks.splice(0));
  });
}
