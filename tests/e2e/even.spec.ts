import { expect, test } from '@playwright/test';
import { Bench, decode, enter } from './bench';

test('a patchy ground is evened to a colour; its reach is moved on the disc by hand and key, and becomes an area', async ({
  page,
}, info) => {
  const bench = await Bench.open(page);
  await page.getByRole('button', { name: 'New area' }).click();
  await page.keyboard.press('o');
  await bench.draw([150, 150], [270, 270]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: '+ Even to a colour' }).click();
  const step = bench.hand('even-to-colour');
  await step.getByRole('button', { name: 'another' }).click();
  await enter(step.getByLabel('Wanted colour as a number or a name'), '#b08070');
  await enter(step.getByLabel('Evenness of falloff'), '100');
  await bench.settle();
  const meanOf = async (file: string) => {
    const { data, width } = await decode(file);
    const sum = [0, 0, 0];
    for (let y = 130; y < 170; y++)
      for (let x = 130; x < 170; x++)
        sum.forEach((_, c) => (sum[c]! += data[3 * (y * width + x) + c]! / 1600));
    return sum;
  };
  const first = info.outputPath('evened.png');
  await (await bench.export('Export photo')).saveAs(first);
  (await meanOf(first)).forEach((code, c) => expect(Math.abs(code - [0xb0, 0x80, 0x70][c]!)).toBeLessThan(4));
  await page.keyboard.press('Escape');
  await bench.take(0);

  await step.getByRole('button', { name: 'on the disc' }).click();
  const rim = step.getByRole('slider', { name: 'Reach of colours' });
  await expect(step.getByLabel('Reach', { exact: true })).toHaveValue('45');
  for (let n = 0; n < 5; n++) await rim.press('ArrowRight');
  await expect(step.getByLabel('Reach', { exact: true })).toHaveValue('50');
  const middle = step.getByRole('slider', { name: 'Middle of the reach' });
  const box = (await middle.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 30, box.y + box.height / 2 + 40, { steps: 4 });
  await page.mouse.up();
  await bench.settle();
  const chroma = step.getByLabel('Chroma of the reach');
  expect(Number(await chroma.inputValue())).toBeGreaterThan(70);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => Number(await chroma.inputValue())).toBeLessThan(70);

  // Which colours take part is pressed on the picture too, and dragged up to reach farther.
  await step.getByRole('button', { name: 'pick which' }).click();
  const [x, y] = await bench.at([640, 700]);
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y - 40, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.press('Escape');
  await expect(step.getByLabel('Reach', { exact: true })).toHaveValue('90');

  await step.getByRole('button', { name: 'Reach as an area' }).click();
  await expect(page.getByRole('button', { name: /some colours/ }).first()).toBeVisible();
  await expect(step.getByText('All colours take part')).toBeVisible();
});
