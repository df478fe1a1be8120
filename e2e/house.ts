import { type ChildProcess, spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { test as base, expect, type Page } from '@playwright/test'
import type { Manifest } from '../web/src/lib/station'

type House = { url: string; stop: () => Promise<void> }

/** Starts the real binary on a free port with a data folder of its own. */
async function start(mode: 'demo' | 'serve', ...more: string[]): Promise<House> {
  const data = mkdtempSync(join(tmpdir(), 'scrappyrack-e2e-'))
  const child: ChildProcess = spawn('../bin/scrappyrack', [mode, '--addr', '127.0.0.1:0', '--data', data, ...more], { stdio: ['ignore', 'pipe', 'ignore'] })
  const url = await new Promise<string>((found, failed) => {
    let said = ''
    child.stdout?.on('data', (chunk) => {
      said += chunk
      const m = /http:\/\/\S+/.exec(said)
      if (m) found(m[0])
    })
    child.once('exit', (code) => failed(new Error(`the server ended with ${code}: ${said}`)))
  })
  const stop = () =>
    new Promise<void>((ended) => {
      child.removeAllListeners('exit')
      child.once('exit', () => {
        rmSync(data, { recursive: true, force: true })
        ended()
      })
      child.kill('SIGTERM')
    })
  return { url, stop }
}

/** Every window leaves the server before it stops, so that none asks it once more. */
async function leave(page: Page) {
  for (const window of page.context().pages()) await window.goto('about:blank').catch(() => {}) // one that crashed has left
}

type Fixtures = {
  /** When a demo is to take it to be; empty for now. */
  at: string
  /** A demo with its made-up clients. */
  demo: string
  /** A fresh, empty application. */
  fresh: string
  /** Says what the test makes the browser's console complain of; anything else there, or none of it, fails the test. */
  complains: (of: RegExp) => void
}

export const test = base.extend<Fixtures>({
  at: ['', { option: true }],
  demo: async ({ page, at }, use) => {
    const house = await start('demo', ...(at ? ['--at', at] : []))
    await use(house.url)
    await leave(page)
    await house.stop()
  },
  fresh: async ({ page }, use) => {
    const house = await start('serve')
    await use(house.url)
    await leave(page)
    await house.stop()
  },
  complains: [
    async ({ page }, use) => {
      const said: string[] = []
      const expected: RegExp[] = []
      page.on('console', (m) => {
        if (m.type() === 'error' || m.type() === 'warning') said.push(m.text())
      })
      page.on('pageerror', (e) => said.push(e.message))
      await use((of) => expected.push(of))
      expect(
        said.filter((s) => !expected.some((e) => e.test(s))),
        'nothing unexpected in the console',
      ).toEqual([])
      expect(
        expected.filter((e) => !said.some((s) => e.test(s))),
        'everything expected was complained of',
      ).toEqual([])
    },
    { auto: true },
  ],
})

export { expect }

export async function openDemo(page: Page, url: string, path = '/') {
  await page.goto(url)
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await expect(page.getByRole('heading', { name: 'Clients' })).toBeVisible()
  if (path !== '/') await page.goto(url + path)
}

const folder = join(import.meta.dirname, '../web/src/stations')
const manifests: Manifest[] = []
for (const name of readdirSync(folder)) {
  const file = join(folder, name, 'manifest.ts')
  if (existsSync(file)) manifests.push(((await import(file)) as { manifest: Manifest }).manifest)
}

/** Every view that the stations' manifests list, on the demo's clients. */
export const views = () =>
  manifests.flatMap((m) =>
    Object.entries(m.walks).map(([name, w]) => ({ name, path: `/c/demo-${w.client}/${m.path}${w.query ? `?${w.query}` : ''}` })),
  )

/** A field that is typed into. */
export const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true })

export const saved = (page: Page) => expect(page.getByText('saved', { exact: true })).toBeVisible()

/** Ends the session at the server, as another window's sign-out does: no answer that is still on its way brings it back. */
export async function endSession(page: Page, url: string) {
  expect((await page.request.delete(`${url}/api/v1/session`, { headers: { Origin: url } })).ok()).toBe(true)
}

/** Lets nothing the page asks reach the server, or nothing of some addresses, until the returned function is called. */
export async function hold(page: Page, what = '**/api/**'): Promise<() => void> {
  let open = () => {}
  const gate = new Promise<void>((go) => {
    open = go
  })
  await page.route(what, async (route) => {
    await gate
    await route.continue()
  })
  return open
}

/** Goes to a station as a user does: by the rail, or by its sheet on a phone. */
export async function station(page: Page, name: string) {
  const sheet = page.getByRole('navigation', { name: 'Stations' }).getByRole('button')
  if (await sheet.isVisible()) await sheet.click()
  await page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: new RegExp(`^${name}`) }).click()
}

/** Moves a slider by its keys. */
export async function slide(page: Page, name: string, ...keys: string[]) {
  const thumb = page.getByRole('slider', { name, exact: true })
  await thumb.focus()
  for (const key of keys) await thumb.press(key)
}

/** Opens a line of a list, if it is not open already. */
export async function openLine(page: Page, name: RegExp) {
  const line = page.locator('main').getByRole('button', { name })
  await line.waitFor()
  if ((await line.getAttribute('aria-expanded')) !== 'true') await line.click()
}

/** Opens every line of a station that shows its answers alone. */
export async function openLines(page: Page) {
  const shut = page.locator('[data-lines] button[aria-expanded=false]')
  for (let n = await shut.count(); n > 0; n = await shut.count()) await shut.first().click()
}

/** Puts a container on the bench at Loads, and waits until it stands there. */
export async function putOnBench(page: Page, name: string) {
  const list = page.getByRole('navigation', { name: 'Things that are filled' })
  await list.waitFor()
  const sheet = list.locator('[aria-expanded]')
  if (await sheet.isVisible()) await sheet.click()
  await list.locator('[data-row]').filter({ hasText: name }).first().click()
  await expect(page.getByRole('slider', { name: `Level in ${name}`, exact: true })).toBeVisible()
}
