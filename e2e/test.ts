import { test as base } from '@playwright/test'
import { STANDS } from '../playwright.config.ts'

export { expect, type Locator, type Page } from '@playwright/test'

/** Every worker has a Kevro of its own, with its own data and its own simulated bench: this one's. */
export const stand = () => STANDS[Number(process.env.TEST_PARALLEL_INDEX)]

export const test = base.extend({
  // Playwright asks for the braces even when nothing is taken from them.
  baseURL: async ({}, use) => use(`http://127.0.0.1:${stand().port}`),
})
