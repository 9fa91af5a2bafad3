import type { Page } from '@playwright/test';

/** What the page has in its storage, behind its back; files come as empty objects. */
export async function storedRows<T = Record<string, unknown>>(page: Page, table: string): Promise<T[]> {
  return (await inStorage(page, table, 'all')) as T[];
}

/** @param row plain JSON */
export async function putStored(page: Page, table: string, row: object): Promise<void> {
  await inStorage(page, table, 'put', row);
}

export async function deleteStored(page: Page, table: string, key: string): Promise<void> {
  await inStorage(page, table, 'delete', key);
}

/** Rewrites the demo sitting as it is stored. */
export async function rewriteSitting(
  page: Page,
  change: (document: Record<string, unknown>) => void,
): Promise<void> {
  const rows = await storedRows<{ id: string; document: Record<string, unknown> }>(page, 'sittings');
  const row = rows.find(({ id }) => id === 'demo')!;
  change(row.document);
  await putStored(page, 'sittings', row);
}

function inStorage(
  page: Page,
  table: string,
  doing: 'all' | 'put' | 'delete',
  value?: unknown,
): Promise<unknown> {
  return page.evaluate(
    ([name, what, given]) =>
      new Promise<unknown>((resolve, reject) => {
        const request = indexedDB.open('even-blush');
        request.onerror = () => reject(request.error!);
        request.onsuccess = () => {
          const transaction = request.result.transaction(name, what === 'all' ? 'readonly' : 'readwrite');
          const store = transaction.objectStore(name);
          const doings = {
            all: () => store.getAll(),
            put: () => store.put(given),
            delete: () => store.delete(given as string),
          };
          const asked: IDBRequest = doings[what]();
          transaction.oncomplete = () => {
            request.result.close();
            resolve(asked.result);
          };
        };
      }),
    [table, doing, value] as const,
  );
}
