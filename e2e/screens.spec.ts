import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { expect, openDemo, openLine, openLines, saved, test, views } from './house'

const screens = [
  { name: 'start', path: '/' },
  { name: 'quick', path: '/quick' },
  { name: 'practice', path: '/practice' },
  ...views(),
  { name: 'history', path: '/c/demo-flat/client' },
]

/** What is pressed or typed into at Loads and is not 44 px high; words within a sentence are as high as it is. */
const small = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('main button, main select, main input:not(.sr-only), main label:has(input), main summary, header button')]
      .filter((e) => e.offsetParent !== null && !e.closest('p, td, th, dd, figcaption, .sr-only') && !e.matches('label input, [title^="How this"]'))
      .filter((e) => e.getBoundingClientRect().height < 43.5)
      .map((e) => `${e.tagName} ${(e.getAttribute('aria-label') ?? e.textContent ?? '').trim().slice(0, 40)} ${Math.round(e.getBoundingClientRect().height)}`),
  )

/** What axe finds; the pages have no frames to look into, which its legacy mode leaves out. */
const faults = async (page: Page, targets = false, only: string[] = []) =>
  (
    await new AxeBuilder({ page })
      .setLegacyMode(true)
      .options({
        resultTypes: ['violations'],
        ...(only.length > 0 ? { runOnly: { type: 'rule', values: only } } : { rules: { 'target-size': { enabled: targets } } }),
      })
      .analyze()
  ).violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target).join(' | ')}`)

test('a fault of accessibility would be found', async ({ page, demo }) => {
  await page.goto(demo)
  await page.getByRole('button', { name: 'Open the demo' }).waitFor()
  await page.evaluate(() => {
    const pale = document.body.appendChild(document.createElement('p'))
    pale.textContent = 'pale'
    pale.style.color = '#bbb'
    pale.style.background = '#fff'
    document.body.appendChild(document.createElement('img'))
  })
  expect((await faults(page)).map((f) => f.split(':')[0])).toEqual(expect.arrayContaining(['color-contrast', 'image-alt']))
})

/** Another theme has other colours and the same everything else. */
async function inTheDark(page: Page) {
  await page.emulateMedia({ colorScheme: 'dark' })
  const ground = () => page.evaluate(() => Number(/\d+/.exec(getComputedStyle(document.documentElement).backgroundColor)?.[0]))
  await expect.poll(ground).toBeLessThan(60)
  const found = await faults(page, false, ['color-contrast'])
  await page.emulateMedia({ colorScheme: 'light' })
  return found
}

test('no screen has a fault of accessibility, light or dark', async ({ page, demo }) => {
  test.setTimeout(300_000)
  await page.goto(demo)
  await page.getByRole('button', { name: 'Open the demo' }).waitFor()
  expect(await faults(page), 'sign-in').toEqual([])
  expect(await inTheDark(page), 'sign-in in the dark').toEqual([])
  await page.getByRole('button', { name: 'I have an invitation' }).click()
  expect(await faults(page), 'joining').toEqual([])
  expect(await inTheDark(page), 'joining in the dark').toEqual([])
  await page.goto(demo)
  await openDemo(page, demo)
  const phone = (page.viewportSize()?.width ?? 0) < 500
  for (const { name, path } of screens) {
    await page.goto(demo + path)
    await page.waitForLoadState('networkidle')
    if (name === 'stock') {
      await openLine(page, /5 gal pail/)
      await page.getByRole('button', { name: 'Brim, hang, condition, limits' }).click()
      await page.getByRole('button', { name: 'Tick off what the house has' }).click()
      await page.getByRole('button', { name: /sand from the play pit/ }).last().click()
    }
    if (name === 'history') {
      await page.getByLabel('Days a week').fill('4')
      await page.keyboard.press('Enter')
      await saved(page)
      await page.keyboard.press('Escape')
      await page.getByRole('heading', { level: 1 }).click()
      await page.keyboard.press('h')
      await page.getByRole('button', { name: 'Take back' }).waitFor()
    }
    await openLines(page)
    if (name === 'practice') {
      await page.getByRole('button', { name: 'Invite a consultant' }).click()
      await page.getByText('Give this code').waitFor()
    }
    if (name === 'packing') {
      await page.getByRole('tab', { name: 'Pack' }).click()
      await page.getByRole('textbox', { name: 'It should weigh' }).fill('9')
      await expect(page.getByRole('button', { name: 'Pack it so' })).toBeVisible()
    }
    for (const closed of await page.locator('main summary').all()) await closed.click()
    // A thumb needs room: WCAG 2.2, 2.5.8.
    expect(await faults(page, phone), name).toEqual([])
    // Colours are the same on a phone.
    if (!phone) expect(await inTheDark(page), `${name} in the dark`).toEqual([])
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)
    expect(wide, `${name} is not wider than the window`).toBeLessThanOrEqual(0)
    if (!phone && path.startsWith('/c/')) {
      const tall = await page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight)
      expect(tall, `${name} scrolls within its frame`).toBeLessThanOrEqual(0)
    }
    if (phone && name === 'loads') expect(await small(page), 'targets below 44 px').toEqual([])
  }
})

test('every computed number opens to its formula and source', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-garage/loads?of=soap-2')
  await page.getByRole('button', { name: '9.25 lb', exact: true }).click()
  const why = page.getByRole('dialog', { name: 'Mass by filling' })
  await expect(why).toContainText('JCGM 100:2008')
  await expect(why).toContainText('bulk density')
  await page.keyboard.press('Escape')
  await expect(why).toBeHidden()
})
