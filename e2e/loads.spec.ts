import type { Page } from '@playwright/test'
import { expect, field, openDemo, putOnBench, saved, station, test } from './house'

async function newClient(page: Page, url: string, name: string) {
  await openDemo(page, url)
  await page.getByPlaceholder('Name of a new client').fill(name)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible()
}

/** Types readings, waits for what they come to, keeps them by Enter. */
async function weigh(page: Page, readings: string, seen: string | RegExp) {
  await field(page, 'Readings').fill(readings)
  await expect(page.getByText(seen).first()).toBeVisible()
  await field(page, 'Readings').press('Enter')
  await expect(field(page, 'Readings')).toHaveValue('')
  await saved(page)
}

test('twelve containers, two sand batches and a pack are calibrated, and tagged', async ({ page, demo, complains }) => {
  test.setTimeout(120_000)
  await newClient(page, demo, 'Shed by the canal')
  await station(page, 'Stock')

  // Two sacks of sand.
  for (const name of ['sack from the beach', 'sack from the pit']) {
    await page.getByLabel('Add a batch of').selectOption('dry sand, loose')
    await page.getByLabel('Add a batch of').press('Enter')
    await field(page, 'Name').fill(name)
    await page.keyboard.press('Enter')
    await saved(page)
    await page.getByRole('button', { name: new RegExp(`^${name}`) }).click()
  }

  // Twelve jugs from a spreadsheet; one line is wrong, is named, and stays.
  await page.getByRole('button', { name: 'Paste a table, or open a CSV file' }).click()
  const table = page.getByLabel(/Rows as copied from a spreadsheet/)
  await table.fill(
    'name\tkind\tcapacity\tmass\tfilling\tfill\tcount\n' +
      'beach jug\tjug\t4 L\t110 g\tsack from the beach\t3 L\t6\n' +
      'pit jug\tjug\t1 gal\t0.11\tsack from the pit\t3 L\t5\n' +
      'odd jug\tkettle\t4 L\t110 g\tsalt\t1 L\t1\n',
  )
  await expect(page.getByRole('alert')).toContainText('line 4, kind “kettle”')
  await page.getByRole('button', { name: 'Add 11 to the stock' }).click()
  await expect(table).toHaveValue(/odd jug\tkettle/)
  await expect(table).not.toHaveValue(/beach jug/)
  await table.fill('name\tkind\tcapacity\tmass\tfilling\tfill\nodd jug\tjug\t4 L\t110 g\tsalt\t1 L')
  await page.getByRole('button', { name: 'Add 1 to the stock' }).click()
  await saved(page)
  await expect(page.getByRole('button', { name: /^(beach|pit|odd) jug/ })).toHaveCount(12)

  // A pack and what goes into it, ticked off.
  await page.getByRole('button', { name: 'Tick off what the house has' }).click()
  await page.getByRole('button', { name: 'One more: day pack' }).click()
  for (let i = 0; i < 6; i++) await page.getByRole('button', { name: 'One more: tin of beans' }).click()
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'One more: hardback book' }).click()
  await page.getByRole('button', { name: 'Add 11 to the stock' }).click()
  await saved(page)

  // One jug of each batch on the scale: every sister follows.
  await station(page, 'Loads')
  await putOnBench(page, 'beach jug 1')
  await weigh(page, '4.55 4.56', /which goes from 1\.500 kg\/L/)
  const changed = page.getByRole('region', { name: 'What that changed' })
  await expect(changed.getByRole('row', { name: /beach jug/ })).toHaveCount(6)
  await expect(changed.getByRole('row', { name: /pit jug/ })).toHaveCount(0)
  await putOnBench(page, 'pit jug 1')
  await weigh(page, '4.80', /which goes from 1\.500 kg\/L/)
  await putOnBench(page, 'pit jug 2')
  await expect(page.getByText('computed', { exact: true })).toBeVisible()

  // A reading that contradicts the rest is caught before it is kept, its text stays.
  await field(page, 'Readings').fill('3.2')
  await expect(page.getByRole('alert')).toContainText('more than 3 u')
  await expect(field(page, 'Readings')).toHaveValue('3.2')
  await page.getByRole('button', { name: 'Keep it, not counted' }).click()
  await expect(page.getByRole('row', { name: /contradicts: left out/ })).toBeVisible()

  // Below its own empty mass nothing can weigh.
  await putOnBench(page, 'odd jug')
  await field(page, 'Readings').fill('90 g')
  await expect(field(page, 'Readings')).toHaveAccessibleDescription(/odd jug weighs 0.110 kg without its filling/)
  await expect(field(page, 'Readings')).toHaveValue('90 g')
  await field(page, 'filled to').fill('90')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/the brim is at .*; a level of 90.0 cm is above it/)).toBeVisible()
  await expect(field(page, 'filled to')).toHaveValue('90')
  await page.keyboard.press('Escape')

  // The empty jug is weighed, too, by hand and body.
  await field(page, 'Readings').fill('')
  await page.getByText('empty', { exact: true }).click()
  await weigh(page, '0.104', 'the empty mass from now on')
  await expect(page.getByRole('row', { name: /empty, kitchen scale/ })).toContainText('0.104 kg')

  // The pack: 8 kg of what the house can spare, exactly.
  await putOnBench(page, 'day pack')
  await page.getByRole('tab', { name: 'Pack' }).click()
  await field(page, 'It should weigh').fill('8')
  await page.getByRole('button', { name: 'Pack it so' }).click()
  await expect(page.getByRole('region', { name: 'What lies in day pack' })).toBeVisible()
  await expect(page.getByText('8.0 kg').filter({ visible: true }).first()).toBeVisible()
  await page.getByRole('tab', { name: 'Weigh' }).click()
  await weigh(page, '8.1 8.1', /they agree/)

  // The ladder knows what stands in the way of what.
  await page.getByRole('button', { name: /^worn 8\.1 kg/ }).click()
  await expect(page.getByText(/It takes day pack, /)).toBeVisible()
  await page.getByText('The ladder as a table').click()
  await expect(page.getByRole('region', { name: 'The ladder' }).getByRole('row', { name: /pair/ }).first()).toBeVisible()

  complains(/status of 422/)
  // Tags.
  const link = page.getByRole('link', { name: 'Open the tags (PDF)' })
  const tags = await page.request.get(new URL((await link.getAttribute('href')) ?? '', demo).href)
  expect(tags.status()).toBe(200)
  expect(tags.headers()['content-type']).toBe('application/pdf')
  expect((await tags.body()).subarray(0, 5).toString()).toBe('%PDF-')
})

test('marks that do not rise are refused where they stand, and a worn jug is trusted with half', async ({ page, demo, complains }) => {
  await openDemo(page, demo, '/c/demo-garage/stock')
  await page.getByRole('button', { name: /^soap jug 1/ }).click()
  await page.getByText('marks', { exact: true }).click()
  await expect(field(page, 'Mark 1: at')).toBeVisible()
  await field(page, 'Mark 2: at').fill('2 in')
  await page.keyboard.press('Enter')
  await expect(field(page, 'Mark 2: at')).toHaveAccessibleDescription(/mark 2 does not rise: its level/)
  complains(/status of 422/)
  await field(page, 'Mark 2: at').fill('10 in')
  await page.keyboard.press('Enter')
  await saved(page)
  await page.getByRole('button', { name: 'Brim, hang, condition, limits' }).click()
  await page.getByText('worn: trust half').click()
  await saved(page)
  await station(page, 'Loads')
  await putOnBench(page, 'soap jug 1')
  await expect(page.getByText(/but worn: half of that/)).toBeVisible()
})

test('twelve jugs come in at once and go again as one change', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-flat/stock')
  await field(page, 'How many').fill('12')
  await page.getByRole('button', { name: '+ jug' }).click()
  await saved(page)
  await expect(page.getByRole('button', { name: /^jug [A-L]/ })).toHaveCount(12)
  await page.getByRole('button', { name: 'Undo: many things at once added' }).click()
  await expect(page.getByRole('button', { name: /^jug [A-L]/ })).toHaveCount(0)
})

test('a pail is poured off for a drop set and counted in scoops', async ({ page, demo, complains }) => {
  await openDemo(page, demo, '/c/demo-loft/loads?of=bucket')
  await page.getByRole('tab', { name: 'Measure out' }).click()
  await expect(page.getByText('7 ×')).toBeVisible()
  const plan = page.getByRole('region', { name: 'Pour-off schedule' })
  await expect(plan.getByRole('row')).toHaveCount(5)
  await field(page, 'Lighter by').fill('80')
  await expect(page.getByText(/would be below the empty container/)).toBeVisible()
  await field(page, 'Drop set from').fill('60')
  await page.keyboard.press('Enter')
  await expect(field(page, 'Drop set from')).toHaveAccessibleDescription(/at most with fresh water/)
  complains(/status of 422/)
})
