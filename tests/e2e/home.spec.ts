import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import { newPhoto, newSitting } from '#core/document/commands';
import type { Sitting } from '#core/document/schema';
import { Bench, enter } from './bench';
import { storedRows } from './stored';

/** Puts sittings into the storage as if they had been worked on here. */
async function store(page: Parameters<typeof Bench.open>[0], sittings: readonly Sitting[]): Promise<void> {
  await page.evaluate(async (text) => {
    const documents = JSON.parse(text) as {
      id: string;
      name: string;
      updatedAt: string;
      photos: { id: string }[];
    }[];
    const db = await new Promise<IDBDatabase>((resolve, reject) => {
      const request = indexedDB.open('even-blush');
      request.onsuccess = () => resolve(request.result);
      request.onerror = () => reject(request.error!);
    });
    const rows = db.transaction('sittings', 'readwrite');
    for (const document of documents)
      rows.objectStore('sittings').put({
        id: document.id,
        name: document.name,
        updatedAt: document.updatedAt,
        photoIds: document.photos.map(({ id }) => id),
        document,
        cursor: 0,
        revision: 1,
      });
    await new Promise((resolve) => (rows.oncomplete = resolve));
    db.close();
  }, JSON.stringify(sittings));
}

function sittingNamed(name: string, n: number, photos: number): Sitting {
  const at = new Date(Date.UTC(2026, 0, 1 + n)).toISOString();
  return {
    ...newSitting(`made-${n}`, name, at),
    tags: n % 2 === 0 ? ['season'] : ['touring', 'winter'],
    photos: Array.from({ length: photos }, (_, i) =>
      newPhoto({
        id: (n * 1000 + i).toString(16).padStart(64, '0'),
        file: `row-${n}-${i}.jpg`,
        width: 1080,
        height: 1350,
      }),
    ),
  };
}

/** The hues of skin that are kept beside the photos, whole HSV degrees. */
async function keptHues(page: Page): Promise<readonly number[]> {
  const rows = await storedRows<{ skins?: { hue: number }[] }>(page, 'progress');
  return rows.flatMap(({ skins }) => (skins ?? []).map(({ hue }) => Math.round(hue)));
}

test('a card shows faces, skin against its corridor, and the work; note, tags and archive are kept', async ({
  page,
}) => {
  const bench = await Bench.openFound(page);
  await bench.choosePart('Skin');
  await page.getByRole('button', { name: '+ Bring hue to target' }).click();
  await bench.settle();
  await expect(page.getByRole('slider', { name: 'Target hue of the middle' })).toHaveAttribute(
    'aria-valuenow',
    '23',
  );
  // What is measured after a change is kept once it is known; the card shows what is kept.
  await expect.poll(() => keptHues(page)).toEqual([23]);
  await page.getByRole('link', { name: 'All sittings' }).click();
  const card = page.getByRole('list', { name: 'Sittings' }).getByRole('listitem').first();
  await expect(card.getByRole('img', { name: /^skin at 2\d°, inside its corridor/ })).toBeVisible();
  await expect(card).toContainText('21 photos, 1 corrected');
  await page.getByLabel('Note on Lantern Row Players').fill('Warm, but no orange');
  await enter(page.getByLabel('Tags of Lantern Row Players'), 'season, , two words ,season');
  await expect(page.getByLabel('Tag shown')).toContainText('two words');
  await page.reload();
  await expect(page.getByLabel('Note on Lantern Row Players')).toHaveValue('Warm, but no orange');
  await expect(page.getByLabel('Tags of Lantern Row Players')).toHaveValue('season, two words');
  await page.getByRole('button', { name: 'Archive Lantern Row Players' }).click();
  await expect(page.getByText('No sitting is like this')).toBeVisible();
  await page.getByRole('checkbox', { name: /^archive/ }).check();
  await expect(card).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('checkbox', { name: /^archive/ })).toHaveCount(0);
});

test('fifty sittings of a hundred photos: found by a word, a tag, an order; long and right-to-left names fit', async ({
  page,
}) => {
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Open Lantern Row Players' })).toBeVisible();
  const names = Array.from({ length: 50 }, (_, n) => `Evening ${n + 1}`);
  names[3] = 'פורטרטים לעונה';
  names[5] = 'A very long name '.repeat(7).trim();
  await store(
    page,
    names.map((name, n) => sittingNamed(name, n, 100)),
  );
  await page.reload();
  const cards = page.getByRole('list', { name: 'Sittings' }).getByRole('listitem');
  await expect(cards.first()).toBeVisible();
  // Those in sight are drawn, not all of them.
  expect(await cards.count()).toBeLessThan(30);
  await page.getByLabel('Search sittings').fill('LONG name very');
  await expect(cards).toHaveCount(1);
  await page.getByLabel('Search sittings').fill('row-41-99');
  await expect(cards).toHaveCount(1);
  await expect(page.getByLabel('Name of sitting Evening 42')).toBeVisible();
  await page.getByLabel('Search sittings').fill('');
  await page.getByLabel('Tag shown').selectOption('touring');
  await page.getByLabel('Order of the sittings').selectOption('name');
  await expect(cards.first().getByLabel(/^Name of sitting/)).toHaveValue(
    'A very long name '.repeat(7).trim().slice(0, 120),
  );
  const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(overflow).toBeLessThanOrEqual(0);
  await page.getByLabel('Search sittings').fill('nothing like it');
  await expect(page.getByText('No sitting is like this')).toBeVisible();
});

test('photos of a sitting: results, states, decisions for several, filters, next and previous at the same part', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  for (const step of [0, 1]) {
    if (step === 1) await page.keyboard.press('.');
    await expect(page.getByRole('button', { name: `photo ${step + 1} of 21` })).toBeVisible();
    await bench.settle();
    await page.keyboard.press('f');
    await expect(page.getByText('parts found')).toBeVisible();
    await bench.settle();
  }
  await bench.choosePart('Lips');
  await bench.settle();
  await expect(page.getByTestId('where')).toBeVisible();
  await page.keyboard.press(',');
  await bench.settle();
  await expect(page.getByLabel('Name of the area')).toHaveValue('Lips');
  await expect(page.getByTestId('where')).toBeVisible();
  await expect(page.getByRole('button', { name: 'photo 1 of 21' })).toBeVisible();
  await page.getByRole('button', { name: '+ Recolour' }).click();
  await bench.settle();

  await page.keyboard.press('Shift+P');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('1 corrected')).toBeVisible();
  await expect(dialog.getByAltText('marit-flare.jpg, with its plan')).toBeVisible();
  await dialog.getByLabel('State shown').selectOption('found');
  await expect(dialog.getByRole('checkbox', { name: /^Choose/ })).toHaveCount(1);
  await dialog.getByLabel('State shown').selectOption('all');
  await dialog.getByLabel('Choose marit-flare.jpg').click();
  await dialog.getByLabel('Choose adaeze-blotchy.jpg').click({ modifiers: ['Shift'] });
  await expect(dialog.getByText('4 chosen:')).toBeVisible();
  await dialog.getByRole('button', { name: 'wanted', exact: true }).click();
  await dialog.getByLabel('Decision shown').selectOption('wanted');
  await expect(dialog.getByRole('checkbox', { name: /^Choose/ })).toHaveCount(4);
  await dialog.getByRole('button', { name: 'Take out' }).click();
  await expect(dialog.getByText('No photo is like this')).toBeVisible();
  await dialog.getByRole('button', { name: 'Close' }).click();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Shift+P');
  await expect(dialog.getByLabel('Decision on marit-flare.jpg')).toHaveValue('wanted');
  await dialog.getByLabel('Decision on marit-flare.jpg').selectOption('left');
  await dialog.getByRole('button', { name: 'marit-flare.jpg', exact: true }).click();
  await expect(page.getByRole('button', { name: 'photo 1 of 21' })).toBeVisible();
});

test('without a graphics card the processor draws pictures, and the list of sittings says so', async ({
  page,
}) => {
  await page.goto('/');
  await expect(page.getByRole('region', { name: 'Drawing' }).getByRole('status')).toHaveText(
    'The processor draws pictures: this browser gives no graphics card that is of use',
  );
});
