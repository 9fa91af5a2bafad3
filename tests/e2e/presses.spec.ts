import { expect, test } from '@playwright/test';
import { Bench } from './bench';
import type { ImagePoint } from './bench';

/** Places on the drawn face, which is 160 by 178. */
const MAP = { width: 160, height: 178 };
const FIELDS = {
  'Skin': [80, 50],
  'Neck and limbs': [80, 131],
  'Lips': [80, 107],
  'Irises': [65, 76],
  'Hair': [41, 90],
  'Background': [14, 20],
} as const;

/** What a job does is seen where it was to be done, 8-bit codes. */
const LEAST_CODES = 3;

/** A hand that counts: every press of the pointer is one, a key is none. */
class CountingHand {
  count = 0;
  constructor(readonly bench: Bench) {}

  async press(name: string | RegExp, exact = true): Promise<void> {
    this.count++;
    await this.bench.page.getByRole('button', { name, exact }).first().click();
    await this.bench.settle();
  }

  async find(): Promise<void> {
    await this.press(/^Find/);
    await expect(this.bench.page.getByText('Found 1 sitter')).toBeVisible();
    await this.bench.settle();
  }

  /** A field of the face map, where it is drawn. */
  async part(name: keyof typeof FIELDS): Promise<void> {
    this.count++;
    const box = (await this.bench.page.getByRole('group', { name: /^Face map/ }).boundingBox())!;
    const [x, y] = FIELDS[name];
    await this.bench.page.mouse.click(
      box.x + (x * box.width) / MAP.width,
      box.y + (y * box.height) / MAP.height,
    );
    await expect(this.bench.page.getByLabel('Name of the area')).toHaveValue(name);
    await this.bench.settle();
  }
}

/** Jobs of the trade: how they are done, the most presses that they may take, and the step that does them. */
interface Job {
  readonly job: string;
  readonly most: number;
  readonly steps: readonly string[];
  /** a place of the photo that another colour stands at afterwards */
  readonly changes: ImagePoint;
  readonly work: (hand: CountingHand) => Promise<void>;
}

/** A job that is a part of the face map and some presses. */
const onPart = (
  job: string,
  part: keyof typeof FIELDS,
  presses: readonly string[],
  facts: Pick<Job, 'most' | 'changes'> & { readonly step: string },
): Job => ({
  job,
  most: facts.most,
  changes: facts.changes,
  steps: [facts.step],
  work: async (hand) => {
    await hand.part(part);
    for (const press of presses) await hand.press(press);
  },
});

/** Once the sitter is found, which is one press of each. */
const FOUND_JOBS: readonly Job[] = [
  onPart('three skin tones by numbers', 'Skin', ['+ Bring hue to target'], {
    most: 4,
    step: 'hue-to-target',
    changes: [480, 600],
  }),
  onPart('chest matched to face', 'Neck and limbs', ['+ Match'], {
    most: 4,
    step: 'match',
    changes: [560, 1010],
  }),
  onPart('redness evened, lips spared', 'Skin', ['+ Even'], {
    most: 4,
    step: 'evenness',
    changes: [640, 620],
  }),
  {
    job: 'a yellow cast taken out',
    most: 3,
    steps: ['veil', 'prepare'],
    changes: [480, 600],
    work: async (hand) => {
      await hand.press(/^Check/);
      await expect(hand.bench.page.getByRole('button', { name: 'Mend all' })).toBeVisible();
      await hand.press('Mend all');
      await expect(hand.bench.page.getByText('By its numbers nothing is off')).toBeVisible();
    },
  },
  onPart('lips recoloured', 'Lips', ['+ Recolour', 'warm rose'], {
    most: 4,
    step: 'recolour',
    changes: [540, 800],
  }),
  onPart('both irises recoloured', 'Irises', ['+ Recolour', 'hazel'], {
    most: 4,
    step: 'recolour',
    changes: [404, 600],
  }),
  onPart('hair recoloured', 'Hair', ['+ Recolour', 'level 5 red'], {
    most: 5,
    step: 'recolour',
    changes: [300, 600],
  }),
  onPart('a wall evened to a colour', 'Background', ['+ Even to a colour'], {
    most: 3,
    step: 'even-to-colour',
    changes: [120, 150],
  }),
];

async function counted(hand: CountingHand, { job, most, steps, changes, work }: Job): Promise<void> {
  const { bench } = hand;
  const { page } = bench;
  await page.evaluate(() => {
    const scrolled: string[] = [];
    Object.assign(window, { scrolled });
    const note = (event: Event) =>
      scrolled.push((event.target as Element).getAttribute?.('aria-label') ?? '');
    document.addEventListener('scroll', note, { capture: true });
  });
  const before = await bench.meanAt(changes);
  await work(hand);
  await expect
    .poll(async () => {
      const after = await bench.meanAt(changes);
      return Math.max(...after.map((code, c) => Math.abs(code - before[c]!)));
    })
    .toBeGreaterThan(LEAST_CODES);
  await expect(page.locator('[data-step]')).toHaveCount(steps.length);
  for (const kind of steps) await expect(page.locator(`[data-step="${kind}"]`)).toBeVisible();
  expect(hand.count, `presses for: ${job}`).toBeLessThanOrEqual(most);
  test.info().annotations.push({ type: 'presses', description: `${job}: ${hand.count}` });
  expect(await page.evaluate(() => (window as unknown as { scrolled: string[] }).scrolled), job).toEqual([]);
}

test('counted: jobs on a sitter take few presses, nothing is scrolled for', async ({ page }) => {
  const bench = await Bench.open(page);
  const finding = new CountingHand(bench);
  await finding.find();
  expect(finding.count).toBe(1);
  for (const job of FOUND_JOBS) {
    const hand = new CountingHand(bench);
    hand.count = finding.count;
    await counted(hand, job);
    // The next job begins where this one began.
    while ((await page.locator('[data-step]').count()) > 0) {
      await page.getByRole('button', { name: /^Undo/ }).click();
      await bench.settle();
    }
    for (const name of ['Whole picture', 'Fit'])
      await page.getByRole('button', { name, exact: true }).click();
    await bench.settle();
  }
});
