// Takes pictures of the running demo: node shots.mjs OUT [WIDTH] [HEIGHT] [THEME] [NAMES…]
import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'

const [out = '../docs/screenshots', width = '1280', height = '800', theme = 'light', ...only] = process.argv.slice(2)
const base = process.env.SCRAPPYRACK_URL ?? 'http://127.0.0.1:8080'
const views = {
  start: '/',
  client: '/c/demo-loft/client',
  space: '/c/demo-loft/space',
  stock: '/c/demo-loft/stock',
  loads: '/c/demo-garage/loads?of=soap-1',
  pack: '/c/demo-loft/loads?of=pack',
  bands: '/c/demo-loft/bands?of=loop-one&move=band-row',
  'band-curve': '/c/demo-flat/bands',
  needs: '/c/demo-loft/needs?slot=push-overhead',
  plan: '/c/demo-loft/plan',
  handover: '/c/demo-flat/handover',
  quick: '/quick',
  history: '/c/demo-garage/client',
  practice: '/practice',
}

/** What is done on a view before its picture is taken. */
const first = {
  loads: async () => {
    await page.locator('[data-readings]').fill('9.2 9.25')
    await page.getByRole('button', { name: 'Keep the reading' }).waitFor()
  },
  bands: async () => {
    await page.getByRole('textbox', { name: 'Wanted pull' }).fill('90 N')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: '90 N', exact: true }).waitFor()
  },
  // Three points from the simulated scale, then a fourth settling.
  'band-curve': async () => {
    await page.getByLabel('Add a band').selectOption('long loop')
    await page.getByLabel('Listen to').selectOption('hanging scale (simulated)')
    for (const points of [1, 2, 3]) {
      await page.getByText('steady', { exact: true }).waitFor()
      await page.keyboard.press('r')
      await page.getByRole('button', { name: /^Remove the point/ }).nth(points - 1).waitFor()
    }
    await page.getByText('steady', { exact: true }).waitFor()
    await page.getByRole('tab', { name: /^Curve/ }).scrollIntoViewIfNeeded()
    await page.locator('main').evaluate((m) => m.scrollTo(0, m.scrollHeight))
  },
  history: async () => {
    await page.getByLabel('Days a week').fill('3')
    await page.getByRole('status').getByText('saved', { exact: true }).waitFor()
    await page.goto(`${base}/c/demo-garage/space`)
    await page.getByRole('textbox', { name: 'Ceiling' }).fill(`8' 8"`)
    await page.keyboard.press('Enter')
    await page.getByRole('status').getByText('saved', { exact: true }).waitFor()
    await page.getByRole('button', { name: /^Undo: the room/ }).click()
    await page.getByRole('button', { name: /^Undo: the client/ }).waitFor()
    await page.keyboard.press('h')
    await page.getByRole('dialog').getByText('taken back').waitFor()
  },
  practice: async () => {
    await page.getByLabel('For whom').fill('Robin, from the spring on')
    await page.getByRole('button', { name: 'Invite a consultant' }).click()
    await page.getByText('Give this code').waitFor()
  },
  pack: async () => {
    await page.getByRole('tab', { name: 'Pack' }).click()
    await page.getByRole('textbox', { name: 'It should weigh' }).fill('9')
    await page.getByRole('button', { name: 'Pack it so' }).waitFor()
  },
}

/** Load tags as they print, from their PDF. */
async function tags() {
  const got = await page.request.get(`${base}/api/v1/clients/demo-garage/tags.pdf?sheet=plain-letter&at=${encodeURIComponent(base)}`)
  const dir = mkdtempSync(join(tmpdir(), 'tags-'))
  writeFileSync(join(dir, 'tags.pdf'), await got.body())
  execFileSync('pdftoppm', ['-png', '-singlefile', '-r', '96', join(dir, 'tags.pdf'), join(out, 'tags')])
  rmSync(dir, { recursive: true })
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
  await first[name]?.()
  await page.screenshot({ path: `${out}/${name}.png` })
}
if (only.length === 0 || only.includes('tags')) await tags()
await browser.close()
