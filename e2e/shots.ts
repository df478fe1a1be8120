import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page, Request } from '@playwright/test'
import { expect, openDemo, test, views } from './house'

const theme = process.env.THEME === 'dark' ? 'dark' : 'light'
const only = (process.env.ONLY ?? '').split(',').filter(Boolean)

/** The views that are no station's, and those of which a picture is kept. */
const pictures = [
  { name: 'start', path: '/' },
  ...views().filter((v) => !['band in pounds', 'no band', 'bar', 'weighing', 'what could be built'].includes(v.name)),
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
  history: async (page, base) => {
    await page.getByLabel('Days a week').fill('3')
    await page.locator('[data-save=saved]').waitFor()
    await page.goto(`${base}/c/demo-garage/space`)
    await page.getByRole('textbox', { name: 'Ceiling' }).fill(`8' 8"`)
    await page.keyboard.press('Enter')
    await page.locator('[data-save=saved]').waitFor()
    await page.getByRole('button', { name: /^Undo: room/ }).click()
    await page.getByRole('button', { name: /^Undo: the person/ }).waitFor()
    await page.keyboard.press('h')
    await page.getByRole('dialog').getByText('taken back').waitFor()
  },
  practice: async (page) => {
    await page.getByLabel('For whom').fill('Robin, from the spring on')
    await page.getByRole('button', { name: 'Invite a consultant' }).click()
    // The code is another each time.
    const code = page.getByText('Give this code').locator('code')
    await code.evaluate((node) => node.replaceChildren('ABCDEF-GHJKLM-NPQRST-UVWXYZ'))
  },
  packing: async (page) => {
    await page.getByRole('tab', { name: 'Pack' }).click()
    await page.getByRole('textbox', { name: 'It should weigh' }).fill('9')
    await page.getByRole('button', { name: 'Pack it so' }).waitFor()
  },
}

/** Load tags as they print, from their PDF. */
async function tags(page: Page, base: string) {
  const got = await page.request.get(`${base}/api/v1/clients/demo-garage/tags.pdf?sheet=plain-letter&at=${encodeURIComponent('http://192.0.2.7:8080')}`)
  const dir = mkdtempSync(join(tmpdir(), 'tags-'))
  writeFileSync(join(dir, 'tags.pdf'), await got.body())
  execFileSync('pdftoppm', ['-png', '-singlefile', '-r', '96', join(dir, 'tags.pdf'), join(dir, 'tags')])
  expect(readFileSync(join(dir, 'tags.png'))).toMatchSnapshot('tags.png', { maxDiffPixels: same })
  rmSync(dir, { recursive: true })
}

/** Waits until nothing is asked of the server any more, and nothing was a moment before. */
function settled(page: Page) {
  const asked = new Set<Request>()
  page.on('request', (r) => asked.add(r))
  page.on('requestfinished', (r) => asked.delete(r))
  page.on('requestfailed', (r) => asked.delete(r))
  let still = 0
  return () =>
    expect
      .poll(
        () => {
          still = asked.size === 0 ? still + 1 : 0
          return still
        },
        { intervals: [200], timeout: 60_000 },
      )
      .toBeGreaterThan(3)
}

/** So many pixels may come out otherwise where nothing has changed: edges are smoothed by whichever thread is first. */
const same = 200

/** When the pictures are taken, so that a view that has not changed looks the same on any day. */
const at = '2026-12-01T09:00:00Z'
test.use({ at, timezoneId: 'UTC', locale: 'en-GB' })

for (const { name, path } of pictures)
  test(name, async ({ page, demo }) => {
    test.skip(only.length > 0 && !only.includes(name), 'another is asked for')
    await page.emulateMedia({ colorScheme: theme, reducedMotion: 'reduce' })
    await page.clock.setFixedTime(at)
    const idle = settled(page)
    await openDemo(page, demo)
    await page.goto(demo + path)
    await page.waitForLoadState('networkidle')
    await page.evaluate(() => document.fonts.ready)
    await first[name]?.(page, demo)
    await idle()
    await expect(page).toHaveScreenshot(`${name.replaceAll(' ', '-')}.png`, { maxDiffPixels: same, timeout: 30_000 })
  })

test('tags', async ({ page, demo }) => {
  test.skip(only.length > 0 && !only.includes('tags'), 'another is asked for')
  await openDemo(page, demo)
  await tags(page, demo)
})
