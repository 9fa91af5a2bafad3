import { expect, test } from '@playwright/test';
import { Bench, enter } from './bench';

test('marks: brush adds and removes, ellipse, edge care, coverage in grey, names and parts', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  await page.getByRole('button', { name: 'New area' }).click();
  await page.keyboard.press('p');
  // What it does is drawn, within the picture's room.
  await page.getByRole('button', { name: 'What brush does' }).click();
  const example = page.getByRole('img', { name: 'What the hand draws, and what it covers' });
  await expect(example).toBeInViewport({ ratio: 1 });
  await expect(page.getByText('Plain brush. Paint what belongs to the area.')).toBeInViewport({ ratio: 1 });
  await page.keyboard.press('Escape');
  await expect(example).toHaveCount(0);
  await enter(page.getByLabel('Radius of the mark in pixels of the photo'), '60');
  await enter(page.getByLabel('Soft edge of the brush'), '0');
  await bench.draw([300, 1200], [700, 1200]);
  await page.keyboard.press('a');
  await bench.draw([500, 1100], [500, 1300]);
  await expect(page.getByRole('button', { name: '2 brushs' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: '2 brush strokes', exact: true })).toBeVisible();

  await page.keyboard.press('g');
  await bench.settle();
  const grey = (x: number, y: number) => bench.meanAt([x, y], 1);
  expect(await grey(350, 1200)).toEqual([255, 255, 255]);
  expect(await grey(500, 1200)).toEqual([0, 0, 0]);
  expect(await grey(350, 1090)).toEqual([0, 0, 0]);

  await page.keyboard.press('a');
  await enter(page.getByLabel('Build-up: what one stroke of the brush covers'), '50');
  for (const covered of [128, 191]) {
    await bench.draw([300, 200], [700, 200]);
    await expect.poll(async () => Math.abs((await grey(500, 200))[0]! - covered)).toBeLessThan(3);
  }

  await page.getByLabel('Grow the edge; negative shrinks it').fill('80');
  await page.keyboard.press('Enter');
  await page.getByLabel('Grow the edge; negative shrinks it').blur();
  await bench.settle();
  await expect.poll(() => grey(350, 1090)).toEqual([255, 255, 255]);
  await enter(page.getByLabel('Soften the edge'), '20');
  await bench.settle();
  await expect.poll(async () => (await grey(350, 1062))[0]! % 255).toBeGreaterThan(0);

  await enter(page.getByLabel('Name of the area'), 'Knit collar');
  await page.getByLabel('Part', { exact: true }).selectOption('clothes');
  await expect(page.getByRole('button', { name: 'Knit collar', exact: true })).toBeVisible();
  await expect(
    page.getByRole('group', { name: /^Face map/ }).getByRole('button', { name: 'Clothes', exact: true }),
  ).toBeVisible();

  await page.keyboard.press('o');
  await bench.draw([800, 300], [900, 380]);
  await expect.poll(() => grey(800, 300)).toEqual([255, 255, 255]);
  const undo = page.getByRole('button', { name: 'Undo' });
  while (await undo.isEnabled()) await undo.click();
  await expect(page.getByRole('button', { name: 'Knit collar', exact: true })).toHaveCount(0);
  await expect(page.getByText('Begin with a part')).toBeVisible();
});

test('Escape gives up a stroke in progress, and the stroke answers to a removing line', async ({ page }) => {
  const bench = await Bench.open(page);
  await bench.choosePart('Skin');
  await page.mouse.move(...(await bench.at([500, 330])));
  await page.mouse.down();
  await page.mouse.move(...(await bench.at([470, 500])), { steps: 5 });
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await expect(page.getByText('This area covers nothing yet', { exact: false })).toBeVisible();
  await bench.draw([500, 330], [470, 500], [460, 700]);
  const share = async () => Number.parseFloat(await page.getByTitle('Share of the photo').innerText());
  await expect.poll(share).toBeGreaterThan(10);
  const before = await share();
  await page.keyboard.down('Shift');
  await bench.draw([470, 760], [580, 840]);
  await page.keyboard.up('Shift');
  await expect.poll(share).toBeLessThan(before);
});

test('reaches and fades: a colour pressed twice, a span of light, fades dragged; each undone', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  await page.getByRole('button', { name: 'New area' }).click();
  await page.keyboard.press('g');
  const grey = async (x: number, y: number) => (await bench.meanAt([x, y], 1))[0]!;
  await page.keyboard.press('b');
  await bench.press([540, 1280]);
  await expect.poll(() => grey(420, 1290)).toBeGreaterThan(150);
  expect(await grey(500, 400)).toBeLessThan(40);
  const reach = page.getByRole('slider', { name: 'Reach in hue: reach' });
  await expect(reach).toHaveAttribute('aria-valuetext', '8°');
  await reach.press('ArrowRight');
  await expect(reach).not.toHaveAttribute('aria-valuetext', '8°');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'colour reach', exact: true })).toBeVisible();
  await page.getByRole('button', { name: /^Delete mark colour reach/ }).click();

  await page.keyboard.press('y');
  await bench.draw([540, 400], [540, 1200]);
  await expect.poll(() => grey(480, 800)).toBeGreaterThan(110);
  expect(await grey(480, 800)).toBeLessThan(145);
  expect(await grey(540, 330)).toBe(255);
  expect(await grey(540, 1250)).toBe(0);
  await page.getByRole('button', { name: /^Delete mark straight fade/ }).click();

  await page.keyboard.press('i');
  await bench.draw([540, 700], [840, 700]);
  await expect.poll(() => grey(540, 700)).toBe(255);
  expect(await grey(900, 700)).toBe(0);
  await page.getByRole('button', { name: /^Delete mark round fade/ }).click();

  await page.keyboard.press('j');
  await bench.press([500, 330]);
  await expect.poll(() => grey(500, 330)).toBe(255);
  expect(await grey(300, 900)).toBeLessThan(60);
});

test('outlines: corners, a curve, a hole, nodes dragged and taken away; another area; a sweep over hair', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  const grey = async (x: number, y: number) => (await bench.meanAt([x, y], 1))[0]!;
  const nodes = page.locator('[data-handle]');
  await page.getByRole('button', { name: 'New area' }).click();
  await page.keyboard.press('g');
  await page.keyboard.press('x');
  for (const corner of [
    [200, 400],
    [800, 400],
    [800, 1000],
    [200, 1000],
  ] as const)
    await bench.press(corner);
  await bench.press([200, 400]);
  await expect(nodes).toHaveCount(4);
  expect([await grey(250, 450), await grey(500, 700), await grey(150, 700)]).toEqual([255, 255, 0]);
  for (const corner of [
    [400, 600],
    [600, 600],
    [600, 800],
    [400, 800],
  ] as const)
    await bench.press(corner);
  await page.keyboard.press('Enter');
  await expect.poll(() => grey(500, 700)).toBe(0);
  expect(await grey(300, 700)).toBe(255);

  await bench.draw([200, 1000], [200, 1200]);
  await expect.poll(() => grey(230, 1100)).toBe(255);
  await page.keyboard.press('Control+z');
  await expect.poll(() => grey(230, 1100)).toBe(0);
  const [x, y] = await bench.at([500, 400]);
  await page.mouse.dblclick(x, y);
  await expect(nodes).toHaveCount(9);
  await page.getByRole('button', { name: /^Node 2 of piece 1/ }).press('Delete');
  await expect(nodes).toHaveCount(8);
  await page.keyboard.press('Escape');
  await expect(nodes).toHaveCount(0);
  await bench.openExtent();
  await page.getByRole('button', { name: 'outline', exact: true }).click();
  await expect(nodes).toHaveCount(8);
  await page.getByRole('button', { name: 'Switch off: mark outline' }).click();
  await expect.poll(() => grey(300, 700)).toBe(0);
  await page.getByRole('button', { name: 'Switch on: mark outline' }).click();
  await page.keyboard.press('Escape');

  const fresh = page
    .getByRole('complementary', { name: 'Parts, check and plan' })
    .getByRole('button', { name: 'New area', exact: true })
    .last();
  await fresh.click();
  await page.getByLabel('Use another area in this one').selectOption({ label: 'New area' });
  // A part that is pointed at in the list shows its hatch.
  await page.mouse.move(...(await bench.at([900, 1200])));
  await expect.poll(() => grey(300, 700)).toBe(255);
  await page.keyboard.press('i');
  await bench.draw([300, 700], [360, 700]);
  await page.getByRole('button', { name: 'Mark round fade adds' }).click();
  await page.getByRole('button', { name: 'Mark round fade removes' }).click();
  await expect.poll(() => grey(300, 700)).toBe(255);
  expect(await grey(700, 500)).toBe(0);

  await page.keyboard.press('Escape');
  await fresh.click();
  await page.keyboard.press('Shift+S');
  await expect(page.getByRole('status').filter({ hasText: 'Sweep along the edge of hair' })).toBeVisible();
});

test('choosing a part on the face map glides to it, and Escape glides back', async ({ page }) => {
  const bench = await Bench.open(page);
  await page.getByRole('button', { name: /^Find/ }).click();
  await expect(page.getByRole('button', { name: /^Sitter 1/ })).toBeVisible();
  await bench.settle();
  const zoom = async () => Number((await page.getByTestId('stage').getAttribute('data-view'))!.split(' ')[2]);
  const before = await zoom();
  await bench.choosePart('Lips');
  await expect.poll(zoom).toBeGreaterThan(2 * before);
  await bench.settle();
  const box = (await page.getByTestId('stage').boundingBox())!;
  const [x, y] = await bench.at([540, 770]);
  expect(Math.abs(x - box.x - box.width / 2)).toBeLessThan(box.width / 5);
  expect(Math.abs(y - box.y - box.height / 2)).toBeLessThan(box.height / 5);
  await page.keyboard.press('Escape');
  await expect.poll(zoom).toBeCloseTo(before, 3);

  // A part that fills the picture as it is moves nothing.
  await bench.settle();
  const view = () => page.getByTestId('stage').getAttribute('data-view');
  const still = await view();
  await bench.choosePart('Skin');
  // It is glided to once it is measured.
  await expect(page.getByTitle('Share of the photo')).toBeVisible();
  await bench.settle();
  expect(await view()).toBe(still);
});
