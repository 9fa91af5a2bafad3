import { spawn } from 'node:child_process';
import { chromium } from '@playwright/test';
import type { Page } from '@playwright/test';
import { PLAIN_CHROMIUM } from '../playwright.config';

const PORT = 4188;
const ADDRESS = `http://localhost:${PORT}`;

/** Does something in a page of the built application, in Chromium without a graphics card. */
export async function inServedPage<T>(
  viewport: { readonly width: number; readonly height: number },
  work: (page: Page) => Promise<T>,
): Promise<T> {
  const server = spawn(process.execPath, ['.output/server/index.mjs'], {
    env: { ...process.env, PORT: String(PORT) },
  });
  const browser = await chromium.launch(PLAIN_CHROMIUM);
  try {
    const isUp = () =>
      fetch(`${ADDRESS}/api/health`).then(
        ({ ok }) => ok,
        () => false,
      );
    while (!(await isUp())) await new Promise((resolve) => setTimeout(resolve, 100));
    return await work(await (await browser.newContext({ viewport, baseURL: ADDRESS })).newPage());
  } finally {
    await browser.close();
    server.kill();
  }
}
