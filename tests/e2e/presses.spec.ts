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

/** A hand that counts: every press of the pointer and every drag is one, a key is none. */
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

  async drag(from: readonly [number, number], by: readonly [number, number]): Promise<void> {
    this.count++;
    const { mouse } = this.bench.page;
    await mouse.move(...from);
    await mouse.down();
    await mouse.move(from[0] + by[0], from[1] + by[1], { steps: 5 });
    await mouse.up();
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

/** Once the sitter is found, which is one press of each. */
const FOUND_JOBS: readonly Job[] = [
  {
    job: 'three skin tones by numbers',
    most: 4,
    steps: ['hue-to-target'],
    changes: [480, 600],
    work: async (hand) => {
      await hand.part('Skin');
      await hand.press('+ Bring hue to target');
      await expect(hand.bench.hand('hue-to-target').getByLabel('Target hue of the shade')).toHaveValue(
        '16.0',
      );
    },
  },
  {
    job: 'chest matched to face',
    most: 4,
    steps: ['match'],
    changes: [560, 1010],
    work: async (hand) => {
      await hand.part('Neck and limbs');
      await hand.press('+ Match');
    },
  },
  {
    job: 'redness evened, lips spared',
    most: 4,
    steps: ['evenness'],
    changes: [640, 620],
    work: async (hand) => {
      await hand.part('Skin');
      await hand.press('+ Even');
    },
  },
  {
    job: 'a yellow cast taken out',
    most: 3,
    steps: ['veil', 'prepare'],
    changes: [480, 600],
    work: async (hand) => {
      await hand.press(/^Check/);
      const { page } = hand.bench;
      await expect(page.getByRole('button', { name: 'Mend all' })).toBeVisible();
      await hand.press('Mend all');
      await expect(page.getByText('By its numbers nothing is off')).toBeVisible();
    },
  },
  {
    job: 'lips recoloured',
    most: 4,
    steps: ['recolour'],
    changes: [540, 800],
    work: async (hand) => {
      await hand.part('Lips');
      await hand.press('+ Recolour');
      await hand.press('warm rose');
    },
  },
  {
    job: 'both irises recoloured',
    most: 4,
    steps: ['recolour'],
    changes: [404, 600],
    work: async (hand) => {
      await hand.part('Irises');
      await hand.press('+ Recolour');
      await hand.press('hazel');
    },
  },
  {
    job: 'hair recoloured',
    most: 5,
    steps: ['recolour'],
    changes: [300, 600],
    work: async (hand) => {
      await hand.part('Hair');
      await hand.press('+ Recolour');
      await hand.press('level 5 red');
    },
  },
  {
    job: 'a wall evened to a colour',
    most: 3,
    steps: ['even-to-colour'],
    changes: [120, 150],
    work: async (hand) => {
      await hand.part('Background');
      await hand.press('+ Even to a colour');
    },
  },
];

const MONOCHROME: Job = {
  job: 'monochrome with darker clothes',
  most: 3,
  steps: ['monochrome'],
  changes: [540, 1250],
  work: async (hand) => {
    await hand.press('+ Monochrome');
    await hand.press('Drag on the picture');
    await hand.drag(await hand.bench.at([540, 1250]), [0, 50]);
    const fields = hand.bench.hand('monochrome').locator('input:not([type=checkbox])');
    await expect
      .poll(() =>
        fields.evaluateAll((all) => all.some((field) => (field as HTMLInputElement).value.startsWith('-'))),
      )
      .toBe(true);
  },
};

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

test('counted: monochrome takes few presses, nothing is scrolled for', async ({ page }) => {
  await counted(new CountingHand(await Bench.open(page)), MONOCHROME);
});
