import { chromium } from '@playwright/test'
const b = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell' })
const [w,h] = (process.argv[2] ?? '1280x800').split('x').map(Number)
const p = await b.newPage({ viewport: { width: w, height: h } })
p.on('pageerror', (e) => console.log('ERR', e.message))
await p.goto('http://127.0.0.1:4480/job/job-returns/plan')
await p.waitForTimeout(9000)
await p.screenshot({ path: '/tmp/s1.png' })
const cards = p.locator('.cards'); if (await cards.count()) { await cards.scrollIntoViewIfNeeded(); await p.waitForTimeout(300); await p.screenshot({ path: '/tmp/s2.png' }) }
await p.locator('[data-testid="limits"]').scrollIntoViewIfNeeded(); await p.locator('[data-testid="limits"]').click(); await p.waitForTimeout(600); await p.screenshot({ path: '/tmp/s3.png' })
await b.close()
