import { expect, test } from '@playwright/test';
import { deltaDegrees } from '#core/colour/angles';
import { convertSrgbEncodedToHsv } from '#core/colour/hsv';
import { DOLL, doll } from '../fixtures/doll';
import { portraitPath, truthMask } from '../fixtures/truth';
import { Bench, decode, enter } from './bench';

/** Mean HSV hue of a file's pixels where a mask is full. */
async function meanHue(file: string, mask: Uint8Array): Promise<number> {
  const { data } = await decode(file);
  const sum = [0, 0, 0];
  mask.forEach((value, i) => value === 255 && sum.forEach((_, c) => (sum[c]! += data[3 * i + c]!)));
  const count = mask.filter((value) => value === 255).length;
  return convertSrgbEncodedToHsv(
    sum.map((total) => total / count / 255) as unknown as [number, number, number],
  ).hueDegrees!;
}

test('a strongly coloured place that is picked as grey is warned of; once it is taken back, it is not', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  await page.getByRole('button', { name: '+ Prepare' }).click();
  await bench.settle();
  await page.getByRole('button', { name: 'the photo itself' }).click();
  await bench.press([300, 500]);
  await expect(page.getByText('The place taken for grey is strongly coloured')).toBeVisible();
  await bench.hand('prepare').getByRole('button', { name: 'reset', exact: true }).first().click();
  await expect(page.getByText('The place taken for grey is strongly coloured')).toHaveCount(0);
});

test('arms and legs have fields where they show; arms are brought to the face, legs stay', async ({
  page,
}) => {
  await page.goto('/');
  await page
    .getByLabel('Photos for a new sitting')
    .setInputFiles({ name: 'doll.jpg', mimeType: 'image/jpeg', buffer: await doll() });
  const bench = new Bench(page, DOLL);
  await bench.settle();
  const fields = page.getByRole('group', { name: /^Face map/ }).getByRole('button', { name: /^(Arms|Legs)/ });
  await expect(fields).toHaveCount(0);
  await bench.find();
  await expect(fields).toHaveCount(2);
  await expect(page.getByLabel('Name of the area')).toHaveValue('Skin');
  const places = { arm: [140, 560], leg: [250, 900], cheek: [290, 215] } as const;
  const seen = async (name: keyof typeof places) => bench.meanAt(places[name], 6);
  const [arm, leg, cheek] = [await seen('arm'), await seen('leg'), await seen('cheek')];
  await bench.choosePart('Arms');
  await page.getByRole('button', { name: '+ Match' }).click();
  await bench.settle();
  await expect(bench.hand('match')).toBeVisible();
  await expect(page.getByText('to “Face”')).toBeVisible();
  const apart = (one: number[], other: number[]) => Math.hypot(...one.map((code, c) => code - other[c]!));
  // Colour is brought there, light by 0.65 of the way: measured 0.63.
  expect(apart(await seen('arm'), cheek)).toBeLessThan(0.75 * apart(arm, cheek));
  expect(apart(await seen('leg'), leg)).toBeLessThan(1);
});

test('four presses from a green photo to a neutral picture in a file; all of it stands in the plan', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  const skin = await truthMask('marit', 'skin_face', 'skin_body');
  const hair = await truthMask('marit', 'hair');
  await page.getByRole('button', { name: /^Find/ }).click();
  await expect(page.getByText('Found 1 sitter')).toBeVisible();
  await page.getByRole('button', { name: /^Check/ }).click();
  const check = page.getByRole('region', { name: 'Check' });
  await expect(check).toContainText('A yellow-green veil lies on the upper left');
  await expect(check).toContainText(/The picture is lit \d+ % too green/);
  await page.getByRole('button', { name: 'Mend all' }).click();
  await expect(check).toContainText('By its numbers nothing is off');
  await bench.settle();
  await page.keyboard.press('Escape');
  await bench.take(0);
  await expect(bench.hand('veil')).toContainText('Take the veil off');
  const file = await (await bench.export('Export photo')).path();
  expect(await meanHue(portraitPath('marit', 'flare'), skin)).toBeGreaterThan(38);
  const after = await meanHue(file, skin);
  expect(after).toBeGreaterThan(18);
  expect(after).toBeLessThan(28);
  // Hair that was olive is brown again, as in the neutral truth.
  expect(await meanHue(portraitPath('marit', 'flare'), hair)).toBeGreaterThan(42);
  expect(
    Math.abs(deltaDegrees(await meanHue(portraitPath('marit', 'neutral'), hair), await meanHue(file, hair))),
  ).toBeLessThan(12);
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-step]')).toHaveCount(0);
});

test('a veil is moved and widened on the picture, by hand and by key; each undone', async ({ page }) => {
  const bench = await Bench.open(page);
  await page.getByRole('button', { name: '+ Take off a veil' }).click();
  const step = bench.hand('veil');
  await step.getByRole('button', { name: 'Show it on the picture' }).click();
  await expect(page.getByTestId('step-map')).toBeVisible();
  await enter(step.getByLabel('Amount at the middle'), '12');
  await bench.settle();
  const middle = page.getByRole('button', { name: /^Middle of the veil/ });
  const box = (await middle.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 150, box.y + 120, { steps: 4 });
  await page.mouse.up();
  const across = step.getByLabel('Middle, x');
  await expect(across).not.toHaveValue('0');
  const moved = await across.inputValue();
  await page.getByRole('button', { name: 'Reach of the veil; arrow keys move it' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(step.getByLabel('Reach', { exact: true })).toHaveValue('1001');
  await page.keyboard.press('Control+z');
  await expect(step.getByLabel('Reach', { exact: true })).toHaveValue('1000');
  await expect(across).toHaveValue(moved);
  await page.keyboard.press('Control+z');
  await expect(across).toHaveValue('0');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('step-map')).toHaveCount(0);
});

test('monochrome: a colour dragged up on the picture becomes a lighter grey in the file', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  await page.getByRole('button', { name: '+ Monochrome' }).click();
  await bench.settle();
  const greyAt = async () => {
    const { data } = await decode(await (await bench.export('Export photo')).path());
    const at = 3 * (600 * 1080 + 520);
    expect(Math.max(...data.subarray(at, at + 3)) - Math.min(...data.subarray(at, at + 3))).toBeLessThan(4);
    return data[at + 1]!;
  };
  const plain = await greyAt();
  const step = bench.hand('monochrome');
  await step.getByRole('button', { name: 'Drag on the picture' }).click();
  const stage = (await page.getByTestId('stage').boundingBox())!;
  const from = { x: stage.x + stage.width / 2, y: stage.y + stage.height / 2 };
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x, from.y - 60, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.press('Escape');
  await bench.settle();
  expect(await greyAt()).toBeGreaterThan(plain + 5);
  await page.keyboard.press('Control+z');
  await bench.settle();
  expect(await greyAt()).toBe(plain);
});

test('readings place themselves on even skin, and one that is moved onto hair says so', async ({ page }) => {
  const bench = await Bench.openFound(page);
  await bench.choosePart('Skin');
  await bench.settle();
  await page.keyboard.press('r');
  const rings = page.getByRole('button', { name: /^Reading / });
  await expect(rings).toHaveCount(3);
  await expect(page.getByText('placed')).toHaveCount(3);
  await expect(page.locator('.text-warn', { hasText: 'lies' })).toHaveCount(0);
  const box = (await rings.first().boundingBox())!;
  const [x, y] = await bench.at([240, 600]);
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(x, y, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByText('lies beside the area')).toBeVisible();
  await page.getByLabel('Numbers shown').selectOption('ITA');
  await expect(
    page.getByText(/ITA -?\d+° (very light|light|intermediate|tan|brown|dark)/).first(),
  ).toBeVisible();
});

test('curves: a pair made from a reading lands on its numbers in the exported file', async ({ page }) => {
  const bench = await Bench.open(page);
  await bench.choosePart('Skin');
  await page.keyboard.press('p');
  await bench.draw([480, 330], [560, 340], [480, 345]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('r');
  await bench.openReadings();
  await page.getByRole('button', { name: 'by hand' }).click();
  await bench.press([520, 335]);
  await page.getByRole('button', { name: 'More steps' }).click();
  await page.getByRole('menuitem', { name: /^Curves by numbers/ }).click();
  const curves = bench.hand('curves');
  await curves.getByRole('button', { name: '+ light' }).click();
  for (const [name, code] of [
    ['red', '200'],
    ['green', '150'],
    ['blue', '130'],
  ] as const) {
    const field = curves.getByLabel(`Wanted ${name} of light`);
    await enter(field, code);
  }
  await bench.settle();
  await expect(page.locator('tr[data-rung=light] [data-column=result]')).toHaveText(/^17\.\d°$/);
  const hue = convertSrgbEncodedToHsv([200 / 255, 150 / 255, 130 / 255]).hueDegrees!;
  expect(Math.abs(deltaDegrees(hue, await bench.hue('light', 'result')))).toBeLessThan(0.5);
  const { data } = await decode(await (await bench.export('Export photo')).path());
  const patch = [0, 1, 2].map((c) => {
    let sum = 0;
    for (let y = 325; y < 345; y++) for (let x = 510; x < 530; x++) sum += data[3 * (y * 1080 + x) + c]!;
    return sum / 400;
  });
  [200, 150, 130].forEach((code, c) => expect(Math.abs(patch[c]! - code)).toBeLessThan(6));
});

test('recolour: eyes grey-green, hair lighter and copper, lips deeper; versions; one eye alone', async ({
  page,
}) => {
  const bench = await Bench.openFound(page);
  for (const [part, colour] of [
    ['Irises', 'dark brown'],
    ['Hair', 'level 7 copper'],
    ['Lips', 'neutral deep'],
  ] as const) {
    await bench.choosePart(part);
    await page.getByRole('button', { name: '+ Recolour' }).click();
    await bench.hand('recolour').getByRole('button', { name: colour }).click();
    if (part !== 'Lips') await bench.settle();
    // Hair's palette moves under the pointer as lines come in above it; what was pressed stays what is seen.
    if (part === 'Hair') await expect(bench.hand('recolour').getByText(colour)).toBeVisible();
  }
  const ofLips = bench.hand('recolour');
  await expect(ofLips.getByText(/ΔE00 [\d.]+ from the swatch/)).toBeVisible();
  // Pressed at once: it is done when it is known what the colour made of the lips.
  await ofLips.getByRole('button', { name: 'as this person would have it' }).click();
  await expect(ofLips.getByLabel('Depth', { exact: true })).not.toHaveValue('0.00');
  await page.keyboard.press('Control+z');
  await expect(ofLips.getByLabel('Depth', { exact: true })).toHaveValue('0.00');
  await bench.take(1);
  await bench.hand('recolour').getByRole('button', { name: 'Compare versions' }).click();
  await expect(page.getByRole('button', { name: /^Choose version/ })).toHaveCount(6);
  // A canvas that was drawn on has the picture's size.
  const versions = page.getByRole('dialog').locator('canvas');
  const EMPTY_WIDTH = 300;
  await expect
    .poll(() => versions.evaluateAll((all) => all.map((canvas) => (canvas as HTMLCanvasElement).width)))
    .not.toContain(EMPTY_WIDTH);
  await page.getByRole('button', { name: /^Choose version 3/ }).click();
  await page.keyboard.press('Control+z');
  await bench.take(0);
  await bench.hand('recolour').getByRole('button', { name: 'Unlink the eyes' }).click();
  await expect(page.locator('[data-step=recolour]')).toHaveCount(4);
  await bench.take(0);
  const field = bench.hand('recolour').getByLabel('Wanted colour as a number or a name');
  await enter(field, 'no colour');
  await expect(page.getByText('“no colour” is neither a colour')).toBeVisible();
  await enter(field, 'grey-green');
  await bench.settle();
  const { data } = await decode(await (await bench.export('Export photo')).path());
  const before = (await decode(portraitPath('marit', 'flare'))).data;
  const meanOf = async (pixels: Buffer, mask: string) => {
    const covered = await truthMask('marit', mask);
    const sum = [0, 0, 0];
    covered.forEach((value, i) => value === 255 && sum.forEach((_, c) => (sum[c]! += pixels[3 * i + c]!)));
    return sum.map((total) => total / covered.filter((value) => value === 255).length) as unknown as [
      number,
      number,
      number,
    ];
  };
  const hair = await meanOf(data, 'hair');
  const hairBefore = await meanOf(before, 'hair');
  const lips = await meanOf(data, 'lips');
  const lipsBefore = await meanOf(before, 'lips');
  expect(hair[0]).toBeGreaterThan(hairBefore[0] + 15);
  expect(hair[0] / hair[2]).toBeGreaterThan(1.7);
  expect(lips[1]).toBeLessThan(lipsBefore[1] - 20);
  const background = await truthMask('marit', 'background');
  let moved = 0;
  let count = 0;
  background.forEach((value, i) => {
    if (value < 255) return;
    count++;
    if ([0, 1, 2].some((c) => Math.abs(data[3 * i + c]! - before[3 * i + c]!) > 8)) moved++;
  });
  expect(moved / count).toBeLessThan(0.01);
});
