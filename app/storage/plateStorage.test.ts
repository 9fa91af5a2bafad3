import 'fake-indexeddb/auto';
import { expect, it, vi } from 'vitest';
import { database } from './database';
import { hasUnstoredPlates, loadPlate, storePlates } from './plateStorage';

const region = { x: 0, y: 0, width: 3, height: 1, outWidth: 3, outHeight: 1 };
const plateOf = (n: number) => ({ region, coverage8: Uint8Array.of(n, 0, 255) });

it('plates are kept together; one that the browser refuses stays in memory, and is told once all were tried', async () => {
  const put = vi.spyOn(database().plates, 'put');
  const full = new DOMException('full', 'QuotaExceededError');
  put.mockImplementationOnce(() => Promise.reject(full) as never);
  const plates = new Map(Array.from({ length: 20 }, (_, n) => [`plate ${n}`, plateOf(n)]));
  await expect(storePlates(plates)).rejects.toBe(full);
  expect(await database().plates.count()).toBe(19);
  expect(hasUnstoredPlates()).toBe(true);
  for (const [name, plate] of plates) expect(await loadPlate(name)).toEqual(plate);
  await storePlates(plates);
  expect([await database().plates.count(), hasUnstoredPlates()]).toEqual([20, false]);
});
