import { expect, test } from '@playwright/test';
import { Bench } from './bench';

test('the picture: a menu at every place, numbers at the pointer, where one is, turned and upright again', async ({
  page,
}) => {
  const bench = await Bench.openFound(page);
  const stage = page.getByTestId('stage');

  await test.step('right press, and a finger that rests', async () => {
    await page.mouse.click(...(await bench.at([540, 800])), { button: 'right' });
    const menu = page.getByRole('menu');
    await expect(menu.getByRole('menuitem', { name: 'Lips', exact: true })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(menu).toHaveCount(0);
    const [x, y] = await bench.at([540, 800]);
    const hand = await page.context().newCDPSession(page);
    await hand.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x, y }] });
    await expect(menu).toBeVisible();
    await hand.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    await page.getByRole('menuitem', { name: 'Lips', exact: true }).click();
    await expect(page.getByLabel('Name of the area')).toHaveValue('Lips');
  });

  await test.step('by the menu key in the middle of the view', async () => {
    await stage.focus();
    await page.keyboard.press('ContextMenu');
    await expect(page.getByRole('menu')).toBeVisible();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Escape');
    await expect(stage).toBeFocused();
  });

  await test.step('numbers at the pointer', async () => {
    await page.keyboard.press('Shift+X');
    await page.mouse.move(...(await bench.at([520, 800])));
    const label = page.getByTestId('part-name');
    await expect(label).toContainText(/RGB \d+ \d+ \d+/);
    await expect(label).toContainText(/HSV \d+° \d+ % \d+ %/);
    await page.keyboard.press('Shift+X');
    await expect(label).not.toContainText('RGB');
  });

  await test.step('where one is, and elsewhere at a press', async () => {
    const where = page.getByTestId('where');
    await expect(where).toHaveCount(0);
    await stage.focus();
    await page.keyboard.press('z');
    await expect(where).toBeVisible();
    const before = await stage.getAttribute('data-view');
    const box = (await where.boundingBox())!;
    await page.mouse.click(box.x + box.width / 2, box.y + 12);
    await expect(stage).not.toHaveAttribute('data-view', before!);
    await page.getByRole('button', { name: 'Fit', exact: true }).click();
    await expect(where).toHaveCount(0);
  });

  await test.step('two fingers move, widen and turn what lies between them', async () => {
    const hand = await page.context().newCDPSession(page);
    const [x, y] = await bench.at([540, 800]);
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', reach: number, degrees: number) => {
      const [across, down] = [
        reach * Math.cos((degrees * Math.PI) / 180),
        reach * Math.sin((degrees * Math.PI) / 180),
      ];
      const touchPoints = [
        { x: x - across, y: y - down, id: 0 },
        { x: x + across, y: y + down, id: 1 },
      ];
      return hand.send('Input.dispatchTouchEvent', {
        type,
        touchPoints: type === 'touchEnd' ? [] : touchPoints,
      });
    };
    const zoomed = async () => (await bench.at([600, 800]))[0] - (await bench.at([540, 800]))[0];
    const before = await zoomed();
    await touch('touchStart', 60, 0);
    for (let n = 1; n <= 8; n++) await touch('touchMove', 60 + 5 * n, 4 * n);
    await touch('touchEnd', 100, 32);
    const said = page.getByRole('button', { name: /^\d+°$/ });
    await expect(said).toBeVisible();
    const degrees = Number.parseInt((await said.textContent())!, 10);
    expect(degrees).toBeGreaterThan(14);
    expect(degrees).toBeLessThanOrEqual(32);
    expect((await zoomed()) / before).toBeGreaterThan(1.3);
    await page.getByRole('button', { name: 'Fit', exact: true }).click();
    await expect(said).toHaveCount(0);
  });

  await test.step('turned, a place is still found where it is seen', async () => {
    await stage.focus();
    await page.keyboard.press('Shift+T');
    await expect(page.getByRole('button', { name: '15°' })).toBeVisible();
    await bench.settle();
    const box = (await stage.boundingBox())!;
    const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    const [x, y] = await bench.at([540, 800]);
    const [across, down] = [x - middle.x, y - middle.y];
    const turn = (15 * Math.PI) / 180;
    await page.mouse.click(
      middle.x + across * Math.cos(turn) - down * Math.sin(turn),
      middle.y + across * Math.sin(turn) + down * Math.cos(turn),
      { button: 'right' },
    );
    await expect(page.getByRole('menuitem', { name: 'Lips', exact: true })).toBeVisible();
    await page.getByRole('menuitem', { name: 'Upright' }).click();
    await expect(page.getByRole('button', { name: '15°' })).toHaveCount(0);
  });
});
