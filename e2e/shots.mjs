// Takes pictures of the running demo: node shots.mjs OUT [WIDTH] [HEIGHT] [THEME] [NAMES…]
import { mkdirSync } from 'node:fs'
import { chromium } from '@playwright/test'

const [out = '../docs/screenshots', width = '1280', height = '800', theme = 'light', ...only] = process.argv.slice(2)
const base = process.env.SCRAPPYRACK_URL ?? 'http://127.0.0.1:8080'
const views = {
  start: '/',
  client: '/c/demo-loft/client',
  space: '/c/demo-loft/space',
  stock: '/c/demo-loft/stock',
  loads: '/c/demo-loft/loads?of=bucket',
  needs: '/c/demo-loft/needs?slot=push-overhead',
  plan: '/c/demo-loft/plan',
  handover: '/c/demo-flat/handover',
  quick: '/quick',
}

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
})
const page = await browser.newPage({ viewport: { width: Number(width), height: Number(height) }, colorScheme: theme })
page.on('console', (m) => ['error', 'warning'].includes(m.type()) && console.log('console:', m.text()))
page.on('pageerror', (e) => console.log('page error:', e.message))
mkdirSync(out, { recursive: true })
await page.goto(base)
await page.getByRole('button', { name: 'Open the demo' }).click()
await page.getByRole('heading', { name: 'Clients' }).waitFor()
for (const [name, path] of Object.entries(views)) {
  if (only.length && !only.includes(name)) continue
  await page.goto(base + path)
  await page.waitForLoadState('networkidle')
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: `${out}/${name}.png` })
}
await browser.close()
