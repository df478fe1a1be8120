import { execFileSync } from 'node:child_process'
import type { Page, Request } from '@playwright/test'
import { endSession, expect, field, hold, openDemo, openLine, saved, station, test, views } from './house'

/** What the browser asks the server to change; looking, reading and trying are not among it. */
const changes = (r: Request) =>
  ['PUT', 'DELETE'].includes(r.method()) ||
  (r.method() === 'POST' && !/\/(read|pull|fill|pack|drops|weighings|stand-in|calc\/[\w-]+|demo)(\?|$)/.test(r.url()))

/** Writes down what is changed from now on. */
function watch(page: Page): string[] {
  const seen: string[] = []
  page.on('request', (r) => changes(r) && seen.push(`${r.method()} ${r.url()}`))
  return seen
}

/** Answers of the client's API come late. */
const slow = (page: Page, ms = 700) =>
  page.route('**/api/v1/clients/**', async (route) => {
    await new Promise((go) => setTimeout(go, ms))
    await route.continue().catch(() => {})
  })

test('with a slow server everything that is done shows at once, and nothing of it is lost', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-loft/client')
  await expect(field(page, 'Stature')).toBeVisible()
  await openLine(page, /^Limits/)
  await slow(page)
  // Two ticks within 150 ms.
  const tick = (name: string) => page.getByRole('checkbox', { name })
  await tick('knee').locator('..').click()
  await tick('shoulder').locator('..').click()
  await expect(tick('knee')).toBeChecked({ timeout: 300 })
  await expect(tick('shoulder')).toBeChecked({ timeout: 300 })
  await expect(page.locator('[data-save=saving]')).toBeVisible()
  await saved(page)
  await page.unrouteAll({ behavior: 'ignoreErrors' })
  await page.reload()
  await expect(tick('knee')).toBeChecked()
  await expect(tick('shoulder')).toBeChecked()

  // Ten presses of an arrow key, and a removal that leaves the focus in its list.
  await slow(page)
  await station(page, 'Plan')
  const before = await page.getByRole('slider', { name: 'Budget' }).getAttribute('aria-valuenow')
  await page.getByRole('slider', { name: 'Budget' }).focus()
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('slider', { name: 'Budget' })).toHaveAttribute('aria-valuenow', String(Number(before) + 5000))
  await saved(page)
  await station(page, 'Stock')
  await page.getByRole('button', { name: /^▸?\s*jug A/ }).click()
  await page.getByRole('button', { name: 'Remove', exact: true }).first().click()
  await expect(page.getByRole('button', { name: /^▸?\s*jug A/ })).toBeHidden({ timeout: 300 })
  await expect.poll(() => page.evaluate(() => document.activeElement?.closest('ul')?.getAttribute('aria-label'))).toBe('containers')
  await page.getByRole('button', { name: 'Take it back' }).click()
  await expect(page.getByRole('button', { name: /jug A/ }).first()).toBeVisible()
  await saved(page)
  await page.unrouteAll()
})

test('offline, two fields are typed and kept; back online both are saved', async ({ page, demo, context, complains }) => {
  await openDemo(page, demo, '/c/demo-loft/client')
  await expect(field(page, 'Stature')).toBeVisible()
  await context.setOffline(true)
  await field(page, 'Days a week').fill('5')
  await expect(page.getByText('not saved: no connection to the server')).toBeVisible()
  await openLine(page, /^Name and note/)
  await page.getByLabel('Private note').fill('typed in the cellar')
  await field(page, 'Stature').fill('171 cm')
  await page.keyboard.press('Enter')
  await expect(field(page, 'Stature')).toHaveValue('1.710')
  await expect(page.locator('[data-save=saved]')).toBeHidden()
  await context.setOffline(false)
  await expect(field(page, 'Stature')).toHaveValue('1.710')
  await saved(page)
  await page.reload()
  await expect(field(page, 'Days a week')).toHaveValue('5')
  await expect(field(page, 'Stature')).toHaveValue('1.710')
  await expect(page.getByLabel('Private note')).toHaveValue('typed in the cellar')
  complains(/ERR_INTERNET_DISCONNECTED|ERR_NETWORK_CHANGED/)
})

test('what was not sent outlives the window, and one write that fails does not hide behind the next', async ({ page, demo, complains }) => {
  await openDemo(page, demo, '/c/demo-loft/client')
  await expect(field(page, 'Stature')).toBeVisible()
  await page.route('**/persons/first*', (r) => r.abort())
  await field(page, 'Minutes each').fill('50')
  await expect(page.getByText(/^not saved/)).toBeVisible()
  await station(page, 'Space')
  await openLine(page, /^How sure/)
  await field(page, 'Taken, not drawn').fill('2.8')
  await page.keyboard.press('Enter')
  await expect(page.getByText('2 changes wait here')).toBeVisible()
  await page.unrouteAll()
  await page.reload()
  await saved(page)
  await expect(field(page, 'Taken, not drawn')).toHaveValue('2.8')
  await station(page, 'Client')
  await expect(field(page, 'Minutes each')).toHaveValue('50')
  complains(/ERR_FAILED/)
})

test('a note that is typed when the session ends is there after the next sign-in', async ({ page, demo, complains }) => {
  await openDemo(page, demo, '/c/demo-loft/client')
  const note = page.getByLabel('Private note')
  await openLine(page, /^Name and note/)
  await note.fill('half a sentence')
  const goOn = await hold(page)
  await endSession(page, demo)
  await note.pressSequentially(' more')
  await field(page, 'Days a week').fill('2')
  await page.keyboard.press('Enter')
  goOn()
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await expect(note).toHaveValue('half a sentence more')
  await saved(page)
  await page.reload()
  await expect(note).toHaveValue('half a sentence more')
  await expect(field(page, 'Days a week')).toHaveValue('2')
  complains(/status of 401/)
})

test('two people change fields of one thing, and only what both changed is asked about', async ({ page, demo, browser, complains }) => {
  await openDemo(page, demo, '/c/demo-loft/stock?of=pack')
  await expect(field(page, 'Name')).toHaveValue('day pack')
  const other = await (await browser.newContext()).newPage()
  await openDemo(other, demo, '/c/demo-loft/stock?of=pack')
  await field(other, 'Empty mass').fill('900 g')
  await other.keyboard.press('Enter')
  await saved(other)
  await other.goto(`${demo}/c/demo-loft/loads?of=pack`)
  await other.getByRole('tab', { name: 'Pack' }).click()
  await other.getByLabel('Put a bag or a thing into it').selectOption({ label: 'tin of chickpeas' })
  await other.getByLabel('Put a bag or a thing into it').press('Enter')
  await saved(other)

  // The packing of the other window is not erased by what is typed here.
  await field(page, 'Name').fill('the blue pack')
  await page.keyboard.press('Enter')
  await saved(page)
  await expect(field(page, 'Empty mass')).toHaveValue('0.900')
  await other.reload()
  await other.getByRole('tab', { name: 'Pack' }).click()
  await expect(other.getByRole('region', { name: 'What lies in the blue pack' })).toBeVisible()

  // The same field: in the screen's words and units; keys rest; what was not in question is kept.
  await other.goto(`${demo}/c/demo-loft/stock?of=pack`)
  await field(other, 'Empty mass').fill('700 g')
  await other.keyboard.press('Enter')
  await saved(other)
  await field(page, 'Empty mass').fill('800 g')
  await page.keyboard.press('Enter')
  const asked = page.getByRole('alertdialog', { name: 'This was changed elsewhere too' })
  await expect(asked.getByRole('row', { name: /Empty mass/ })).toContainText('0.700 kg')
  await expect(asked.getByRole('row', { name: /Empty mass/ })).toContainText('0.800 kg')
  await expect(asked).not.toContainText('object')
  await page.keyboard.press('g')
  await page.keyboard.press('n')
  await expect(asked).toBeVisible()
  await asked.getByRole('button', { name: 'Keep mine' }).click()
  await saved(page)
  await other.reload()
  await expect(field(other, 'Empty mass')).toHaveValue('0.800')
  await other.context().close()
  complains(/status of 412/)
})

test('a part of the application that is gone, and a screen that throws, leave a page that says so', async ({ page, demo, complains }) => {
  await page.route('**/assets/SpaceStation-*', (r) => r.fulfill({ status: 404, body: 'gone' }))
  await openDemo(page, demo, '/c/demo-loft/client')
  await expect(field(page, 'Stature')).toBeVisible()
  await station(page, 'Space')
  await expect(page.getByRole('heading', { name: 'This part of the application could not be loaded' })).toBeVisible()
  await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible()
  await page.unrouteAll()
  await page.getByRole('button', { name: 'Load it anew' }).click()
  await expect(field(page, 'Ceiling')).toBeVisible()

  // An answer that no screen can bear.
  await page.route('**/stations/needs*', (r) => r.fulfill({ json: { station: 'needs', board: { covered: 0, value: 0, slots: [{ key: 'x' }] } } }))
  await station(page, 'Needs')
  await expect(page.getByRole('heading', { name: 'This screen has failed' })).toBeVisible()
  await page.unrouteAll()
  await station(page, 'Client')
  await expect(field(page, 'Stature')).toBeVisible()
  complains(/status of 404/)
  complains(/TypeError|undefined|error boundary|dynamically imported|MIME/i)
})

test('a plan that fails says so on the rail, in the ledger and on its screen', async ({ page, demo, complains }) => {
  await openDemo(page, demo)
  await page.route('**/clients/demo-loft/plan', (r) => r.fulfill({ status: 500, json: { status: 500, detail: 'the planner broke' } }))
  await page.goto(`${demo}/c/demo-loft/plan`)
  await expect(page.getByText('the planner broke', { exact: false })).toBeVisible()
  await expect(page.getByRole('link', { name: /^Plan failed/ })).toBeVisible()
  await expect(page.getByText('no plan of £220')).toBeVisible()
  complains(/status of 500/)
})

test('a plan that takes long says how long, and is stopped and begun again', async ({ page, demo }) => {
  await openDemo(page, demo)
  await page.route('**/clients/demo-loft/plan', async (route) => {
    await new Promise((go) => setTimeout(go, 4000))
    await route.continue().catch(() => {})
  })
  await page.goto(`${demo}/c/demo-loft/plan`)
  await page.getByRole('main').getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByText('Trying every set of purchases and fills: stopped.')).toBeVisible()
  await page.unrouteAll({ behavior: 'ignoreErrors' })
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(page.getByText('Proven: no other set')).toBeVisible()
})

test('opening every station with a leftover text in every field, and tabbing through it, writes nothing', async ({ page, demo }) => {
  test.setTimeout(240_000)
  await openDemo(page, demo)
  for (const { name, path } of views()) {
    await page.goto(demo + path)
    await page.waitForLoadState('networkidle')
    for (const closed of await page.locator('main summary').all()) await closed.click()
    // Every field of the screen has a good text from before a reload.
    const drafts = await page.evaluate(async () => {
      const keys: string[] = []
      const set = Storage.prototype.setItem
      Storage.prototype.setItem = function (this: Storage, key: string, value: string) {
        if (key.startsWith('draft:')) keys.push(key)
        return set.call(this, key, value)
      }
      const type = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set
      for (const input of document.querySelectorAll<HTMLInputElement>('main input[aria-describedby][inputmode]')) {
        type?.call(input, 'x')
        input.dispatchEvent(new Event('input', { bubbles: true }))
      }
      Storage.prototype.setItem = set
      for (const key of keys) localStorage.setItem(key, '1.5')
      return keys
    })
    const seen = watch(page)
    await page.reload()
    await page.waitForLoadState('networkidle')
    // Some by the key, all of them by their focus, which is what a field hears of it.
    for (let i = 0; i < 15; i++) await page.keyboard.press('Tab')
    await page.evaluate(() => document.querySelectorAll<HTMLElement>('main input, main select, main textarea').forEach((e) => e.focus()))
    await page.keyboard.press('Tab')
    await page.waitForLoadState('networkidle')
    expect(seen, name).toEqual([])
    page.removeAllListeners('request')
    await page.evaluate((keys) => keys.forEach((k) => localStorage.removeItem(k)), drafts)
  }
})

test('a leftover text is shown as not kept, and is kept or dropped when somebody says so', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-loft/space')
  await expect(field(page, 'Ceiling')).toHaveValue('2.360')
  await page.evaluate(() => localStorage.setItem('draft:demo-loft/rooms/loft/ceiling_m', '1.95'))
  await page.reload()
  await expect(field(page, 'Ceiling')).toHaveValue('1.95')
  await expect(page.getByText('not kept', { exact: false })).toBeVisible()
  await expect(page.getByRole('row', { name: /^ceiling along it/ }).first()).toContainText('1.700 m')
  await page.getByRole('button', { name: 'Drop what was typed for Ceiling' }).click()
  await expect(field(page, 'Ceiling')).toHaveValue('2.360')
  await page.evaluate(() => localStorage.setItem('draft:demo-loft/rooms/loft/ceiling_m', '1.95'))
  await page.reload()
  await page.getByRole('button', { name: 'Keep what was typed for Ceiling' }).click()
  await expect(field(page, 'Ceiling')).toHaveValue('1.950')
  await saved(page)
  await page.reload()
  await expect(field(page, 'Ceiling')).toHaveValue('1.950')
})

test('the worst gap is closed in two keys and taken back in one', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-garage/needs')
  await expect(page.getByRole('heading', { name: /What each movement needs/ })).toBeVisible()
  await page.keyboard.press('c')
  const closes = page.getByRole('region', { name: /^What closes/ })
  await expect(closes.getByText(/The board: \d+ → \d+ covered/)).toBeVisible()
  const [, now, then] = /(\d+) → (\d+) covered/.exec(await closes.getByText(/The board/).innerText()) ?? []
  expect(Number(then)).toBeGreaterThanOrEqual(Number(now))
  const buys = await closes.getByRole('button', { name: 'Put it into the plan' }).isVisible()
  await page.keyboard.press('c')
  await saved(page)
  if (buys) await expect(page.getByText(/(is|are) in the plan now/).first()).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: /^Do again/ })).toBeEnabled()
  await saved(page)
})

test('everything is found by jumping, and the focus comes back', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-loft/client')
  await expect(field(page, 'Stature')).toBeVisible()
  await page.getByRole('button', { name: 'What was changed (h)' }).focus()
  for (const [text, what, where] of [
    ['chickpeas', 'thing', /\/stock\?of=/],
    ['mop', 'bucket', /\/loads\?of=bucket/],
    ['two knots', 'band', /\/bands\?of=/],
    ['overhead', 'need', /\/needs\?slot=push-overhead/],
    ['quick', 'page', /\/quick/],
  ] as const) {
    await page.goto(`${demo}/c/demo-loft/client`)
    await expect(field(page, 'Stature')).toBeVisible()
    await page.keyboard.press('j')
    await page.getByRole('combobox', { name: /Client, station/ }).fill(text)
    await expect(page.getByRole('option', { selected: true })).toContainText(what)
    await page.keyboard.press('Enter')
    await expect(page).toHaveURL(where)
  }
  await page.goto(`${demo}/c/demo-loft/client`)
  const jump = page.getByRole('button', { name: 'Jump to any client or thing (j)' })
  await jump.click()
  await expect(page.getByRole('listbox')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(jump).toBeFocused()
})

/** The words of a PDF. */
const onPaper = (pdf: Buffer) => execFileSync('pdftotext', ['-raw', '-', '-'], { input: pdf, encoding: 'utf8' }).split(/\s+/)

test('printed from the dark, every station is light, and nothing is cut off', async ({ page, demo }) => {
  test.setTimeout(240_000)
  await page.emulateMedia({ colorScheme: 'dark' })
  await openDemo(page, demo)
  for (const { name, path } of views()) {
    await page.emulateMedia({ colorScheme: 'dark', media: null })
    await page.goto(demo + path)
    await page.waitForLoadState('networkidle')
    // On paper as the browser makes it, without a frame for the page to follow in: no word of a drawing is missing.
    const words = await page.evaluate(() => [...document.querySelectorAll('main svg text')].flatMap((t) => (t.textContent ?? '').trim().split(/\s+/)))
    const paper = onPaper(await page.pdf({ format: 'A4', margin: { left: '12mm', right: '12mm', top: '12mm', bottom: '12mm' } }))
    const lost = words.filter((w) => {
      const at = paper.indexOf(w)
      if (at >= 0) paper.splice(at, 1)
      return at < 0
    })
    expect(lost, `${name} on paper`).toEqual([])
    await page.emulateMedia({ colorScheme: 'dark', media: 'print' })
    await page.setViewportSize({ width: 703, height: 1000 }) // A4 less 12 mm on each side
    const look = () =>
      page.evaluate(() => {
        const light = (c: string) => (/\d+/g.exec(c) ? (c.match(/\d+/g) ?? []).slice(0, 3).every((v) => Number(v) > 240) : false)
        const wide = [...document.querySelectorAll<HTMLElement>('main *')]
          .filter((e) => e.offsetParent !== null && !e.closest('.sr-only, [data-noprint]') && e.getBoundingClientRect().right > window.innerWidth + 1)
          .map((e) => `${e.tagName}.${e.className}`.slice(0, 80))
        const main = document.querySelector('main')
        return {
          light: light(getComputedStyle(document.documentElement).backgroundColor),
          ink: getComputedStyle(document.body).color,
          clipped: main ? main.scrollHeight - main.clientHeight : 0,
          wide: wide.slice(0, 5),
        }
      })
    // The drawings follow the paper a frame later.
    await expect.poll(look, { message: name }).toMatchObject({ light: true, clipped: 0, wide: [] })
    await page.setViewportSize({ width: 1280, height: 800 })
  }
})

test('many clients are a line each, found and filtered, and only those in sight are drawn', async ({ page, demo }) => {
  await openDemo(page, demo)
  await page.evaluate(async () => {
    for (let i = 0; i < 90; i++)
      await fetch('/api/v1/clients', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ name: `Spare room ${i}` }) })
  })
  // All lines, and what draws only those in sight, come after the first ones: whoever is at the end by then stays there.
  let come = () => {}
  const asked = new Promise<void>((done) => {
    come = done
  })
  await page.route(/clients\?.*limit=500|virtual-[^/]*\.js/, async (route) => {
    await asked
    await route.continue()
  })
  await page.reload()
  const lines = page.getByRole('list', { name: 'clients' })
  // Something is due with two of them.
  await expect(lines.getByRole('link').first()).toContainText(/Loft above the bakery|Half a garage/)
  await expect(lines.getByRole('link').nth(1)).toContainText(/Loft above the bakery|Half a garage/)
  expect(await lines.getByRole('link').count()).toBeLessThan(60)
  await expect(page.getByText('all 93')).toBeVisible()
  await page.evaluate(() => window.scrollTo(0, document.body.scrollHeight))
  come()
  await expect(lines.getByRole('link', { name: /Third floor/ })).toBeVisible()
  await page.getByText('something due 2').click()
  await expect(page.getByRole('list').getByRole('link')).toHaveCount(2)
  await page.getByText(/^with gaps/).click()
  await expect(page.getByRole('link', { name: /Third floor/ })).toBeVisible()
  await page.getByText(/^all/).click()
  await page.keyboard.press('/')
  await page.keyboard.type('room 77')
  await expect(page.getByRole('link', { name: /Spare room 77/ })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Spare room 77', level: 1 })).toBeVisible()
})
