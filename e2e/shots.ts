import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { openDemo, test, views } from './house'

const out = process.env.OUT ?? '../docs/screenshots'
const theme = process.env.THEME === 'dark' ? 'dark' : 'light'
const only = (process.env.ONLY ?? '').split(',').filter(Boolean)

/** The views that are no station's, and those of which a picture is kept. */
const pictures = [
  { name: 'start', path: '/' },
  ...views().filter((v) => !['band in pounds', 'no band', 'bar', 'weighing', 'what could be built'].includes(v.name)),
  { name: 'band curve', path: '/c/demo-flat/bands' },
  { name: 'history', path: '/c/demo-garage/client' },
  { name: 'quick', path: '/quick' },
  { name: 'practice', path: '/practice' },
]

/** What is done on a view before its picture is taken. */
const first: Record<string, (page: Page, base: string) => Promise<void>> = {
  bands: async (page) => {
    await page.getByRole('textbox', { name: 'Wanted pull' }).fill('90 N')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: '90 N', exact: true }).waitFor()
  },
  // Three points from the simulated scale, then a fourth settling.
  'band curve': async (page) => {
    await page.getByLabel('Add a band').selectOption('long loop')
    await page.getByLabel('Listen to').selectOption('hanging scale (simulated)')
    for (const points of [1, 2, 3]) {
      await page.getByText('steady', { exact: true }).waitFor()
      await page.keyboard.press('r')
      await page.getByRole('button', { name: /^Remove the point/ }).nth(points - 1).waitFor()
    }
    await page.getByText('steady', { exact: true }).waitFor()
    await page.getByRole('tab', { name: /^Curve/ }).scrollIntoViewIfNeeded()
    await page.getByText('Read at 3 lengths.').scrollIntoViewIfNeeded()
  },
  history: async (page, base) => {
    await page.getByLabel('Days a week').fill('3')
    await page.locator('[data-save=saved]').waitFor()
    await page.goto(`${base}/c/demo-garage/space`)
    await page.getByRole('textbox', { name: 'Ceiling' }).fill(`8' 8"`)
    await page.keyboard.press('Enter')
    await page.locator('[data-save=saved]').waitFor()
    await page.getByRole('button', { name: /^Undo: room/ }).click()
    await page.getByRole('button', { name: /^Undo: the client/ }).waitFor()
    await page.keyboard.press('h')
    await page.getByRole('dialog').getByText('taken back').waitFor()
  },
  practice: async (page) => {
    await page.getByLabel('For whom').fill('Robin, from the spring on')
    await page.getByRole('button', { name: 'Invite a consultant' }).click()
    await page.getByText('Give this code').waitFor()
  },
  packing: async (page) => {
    await page.getByRole('tab', { name: 'Pack' }).click()
    await page.getByRole('textbox', { name: 'It should weigh' }).fill('9')
    await page.getByRole('button', { name: 'Pack it so' }).waitFor()
  },
}

/** Load tags as they print, from their PDF. */
async function tags(page: Page, base: string) {
  const got = await page.request.get(`${base}/api/v1/clients/demo-garage/tags.pdf?sheet=plain-letter&at=${encodeURIComponent(base)}`)
  const dir = mkdtempSync(join(tmpdir(), 'tags-'))
  writeFileSync(join(dir, 'tags.pdf'), await got.body())
  execFileSync('pdftoppm', ['-png', '-singlefile', '-r', '96', join(dir, 'tags.pdf'), join(out, 'tags')])
  rmSync(dir, { recursive: true })
}

test('pictures', async ({ page, demo }) => {
  test.setTimeout(600_000)
  await page.emulateMedia({ colorScheme: theme })
  mkdirSync(out, { recursive: true })
  await openDemo(page, demo)
  for (const { name, path } of pictures) {
    if (only.length > 0 && !only.includes(name)) continue
    await page.goto(demo + path)
    await page.waitForLoadState('networkidle')
    await page.evaluate(() => document.fonts.ready)
    await first[name]?.(page, demo)
    await page.screenshot({ path: join(out, `${name.replaceAll(' ', '-')}.png`) })
  }
  if (only.length === 0 || only.includes('tags')) await tags(page, demo)
})
