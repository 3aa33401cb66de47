/**
 * Tests of the whole application. Each worker has a server and a database of its own, copied from one that is ready, and one
 * window of the browser, whose scripts stay compiled: between tests only what they keep is cleared.
 */
import { type BrowserContext, test as base, expect } from '@playwright/test';
import { newDatabase, started } from './other-server';

export * from '@playwright/test';

/** Addresses of what a page may keep for a site, in the words of the browser's own protocol. */
const KEPT = 'cookies,local_storage,indexeddb,cache_storage,service_workers,file_systems';

interface OfWorker {
  readonly site: { readonly at: string; readonly database: string | undefined };
  readonly window: BrowserContext;
}

export const test = base.extend<{ readonly leftovers: undefined }, OfWorker>({
  // Pages that a test left open would go on working, and slow down all that come after it.
  leftovers: [
    async ({ browser, window }, use) => {
      await use(undefined);
      for (const context of browser.contexts()) if (context !== window) await context.close();
    },
    { auto: true },
  ],
  site: [
    // biome-ignore lint/correctness/noEmptyPattern: what is asked of others stands there
    async ({}, use, { parallelIndex }) => {
      const url = process.env['DATABASE_URL'];
      if (!url) return use({ at: `http://127.0.0.1:${process.env['PORT'] ?? 4399}`, database: undefined });
      const database = await newDatabase(url, `worker_${parallelIndex}_${process.pid}`);
      const server = await started(database);
      await use({ at: server.at, database });
      await server.end();
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  baseURL: ({ site }, use) => use(site.at),
  window: [
    async ({ browser, site }, use) => {
      const context = await browser.newContext({
        baseURL: site.at,
        viewport: { width: 1280, height: 800 },
        deviceScaleFactor: 1,
      });
      await use(context);
      await context.close();
    },
    { scope: 'worker' },
  ],
  context: async ({ window, site, baseURL }, use) => {
    // Addresses without a site are of the server.
    expect(baseURL).toBe(site.at);
    await use(window);
    await window.unrouteAll({ behavior: 'ignoreErrors' });
    await window.setOffline(false);
    await window.clearPermissions();
    const [first, ...others] = window.pages();
    for (const page of others) await page.close();
    const blank = first ?? (await window.newPage());
    await blank.goto('about:blank');
    const browser = await window.newCDPSession(blank);
    await browser.send('Storage.clearDataForOrigin', { origin: site.at, storageTypes: KEPT });
    await blank.close();
  },
});
