import { test as base } from '@playwright/test'
import { Shop, stand } from './shop.ts'

export { expect, type Locator, type Page } from '@playwright/test'
export { stand }

export const test = base.extend<{ ownShop: void }, { shop: Shop }>({
  shop: [
    // Playwright asks for the braces even when nothing is taken from them.
    async ({}, use) => {
      const shop = new Shop()
      await use(shop)
      await shop.close()
    },
    { scope: 'worker', timeout: 300000 },
  ],
  /** Every file begins with a shop of its own: what another file took out of the drawer is in it. */
  ownShop: [
    async ({ shop }, use, { file }) => {
      await shop.openFor(file)
      await use()
    },
    { auto: true, timeout: 300000 },
  ],
  baseURL: async ({}, use) => use(`http://127.0.0.1:${stand().port}`),
})
