import { spawn } from 'node:child_process'
import type { Page } from '@playwright/test'
import { expect, field, openDemo, saved, slide, test } from './house'

/** Takes what the simulated scale shows, by key, once it has settled on something new. */
async function takeByKey(page: Page, points: number) {
  const scale = page.getByRole('region', { name: 'What the scale says' })
  await expect(scale.getByText('steady', { exact: true })).toBeVisible()
  await page.keyboard.press('r')
  await expect(page.getByRole('button', { name: /^Remove the point/ })).toHaveCount(points)
  await saved(page)
}

test('three points from the scale give a curve, and two bands that look alike get different ones', async ({ page, demo }) => {
  test.setTimeout(120_000)
  await openDemo(page, demo, '/c/demo-flat/bands')
  await expect(page.getByText('No band yet')).toBeVisible()
  const curves: string[] = []
  for (const name of ['long loop 1', 'long loop 2']) {
    await page.getByLabel('Add a band').selectOption('long loop')
    await page.getByLabel('Add a band').press('Enter')
    await expect(page.getByText(`${name} has no curve yet`)).toBeVisible()
    await page.getByLabel('Listen to').selectOption('hanging scale (simulated)')
    for (const n of [1, 2, 3]) await takeByKey(page, n)
    await expect(page.getByText('fitted through its points')).toBeVisible()
    await expect(page.getByRole('button', { name: /^\d+ N$/ })).toBeVisible()
    await page.getByText(/the points lie about/).getByRole('button').click()
    const why = page.getByRole('dialog', { name: 'How far the points lie from the curve' })
    curves.push(await why.getByRole('row', { name: /A₀C₁/ }).innerText())
    await page.keyboard.press('Escape')
  }
  expect(curves[0]).toContain('A₀C₁')
  expect(curves[1]).not.toBe(curves[0])
  // Taken back and done again, like everything.
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByRole('button', { name: /^Remove the point/ })).toHaveCount(2)
})

test('what a scale said of the band before is not taken for the next, however slowly it is told', async ({ page, demo }) => {
  test.setTimeout(90_000)
  await openDemo(page, demo, '/c/demo-flat/bands')
  await page.getByLabel('Add a band').selectOption('long loop')
  await page.getByLabel('Add a band').press('Enter')
  await page.getByLabel('Listen to').selectOption('hanging scale (simulated)')
  await takeByKey(page, 1)
  await takeByKey(page, 2)
  const scale = page.getByRole('region', { name: 'What the scale says' })
  await expect(scale.getByText('steady', { exact: true })).toBeVisible() // at the third length: the heaviest
  await page.route('**/stand-in*', async (route) => {
    await new Promise((go) => setTimeout(go, 1500))
    await route.continue()
  })
  await page.getByLabel('Add a band').selectOption('flat strip')
  await page.getByLabel('Add a band').press('Enter')
  await expect(page.getByText('flat strip 1 has no curve yet')).toBeVisible()
  await page.keyboard.press('r') // at once: nothing is known of this band yet
  await expect(page.getByRole('button', { name: /^Remove the point/ })).toHaveCount(1)
  const pull = page.getByRole('region', { name: 'Points of flat strip 1' }).getByRole('row').nth(1)
  // A strip of the usual size, at 1.3 times its length: the loop pulled more than 100 N.
  await expect(pull).toContainText(/ m[1-5]?\d N /)
})

test('what is moved is redrawn at once, and what is wanted is set up or refused with what would do', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-loft/bands?of=loop-one&move=band-squat')
  const mean = page.getByRole('button', { name: /^\d+ N$/ })
  await expect(mean).toBeVisible()
  const before = await mean.innerText()
  await slide(page, 'Between the feet, slide', 'End')
  await expect(mean).not.toHaveText(before)

  await page.getByLabel('loop, one knot in').selectOption('Row, band at a chest anchor')
  await field(page, 'Wanted pull').fill('9 kg')
  await page.keyboard.press('Enter')
  await expect(mean).toHaveText('88 N')
  await saved(page)
  await page.reload()
  await expect(mean).toHaveText('88 N')

  await field(page, 'Wanted pull').fill('40 kg')
  await page.keyboard.press('Enter')
  const said = page.getByRole('alert').filter({ hasText: 'What would do' })
  await expect(said).toContainText('Not so: that takes more')
  await expect(said).toContainText('as far as its readings tell')
  await expect(field(page, 'Wanted pull')).toHaveValue('40 kg')
  await expect(mean).toHaveText('88 N')

  // The best set of those at hand, without moving anything.
  await page.getByLabel('by changing').selectOption('which bands are used')
  await field(page, 'Wanted pull').fill('200 N')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('checkbox', { name: /two knots/ })).toBeChecked()

  // Tied to a light chest of drawers it slides.
  await page.getByText('tied to furniture?').click()
  await field(page, 'It weighs').fill('25')
  await page.keyboard.press('Enter')
  await field(page, 'Its depth').fill('40 cm')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/^Does not hold/)).toBeVisible()
})

test('a wrong length is refused at its field, an odd point is named, and a band is looked over', async ({ page, demo, complains }) => {
  await openDemo(page, demo, '/c/demo-loft/bands?of=loop-one')
  await field(page, 'Pulled to').fill('90 cm')
  await expect(page.getByText(/is below/)).toBeVisible()
  await expect(field(page, 'Pulled to')).toHaveValue('90 cm')
  await field(page, 'Pulled to').fill('2.1 m')
  await page.keyboard.press('Enter')
  await field(page, 'Scale shows').fill('10.9 kg')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/The point at 2.100 m lies apart from the rest/)).toBeVisible()
  await page.getByRole('button', { name: 'Remove the point at 2.100 m' }).click()
  await expect(page.getByText(/lies apart from the rest/)).toBeHidden()
  await expect(page.getByText(/On the way back 1\d % of the pull is gone/)).toBeVisible()

  // More taken up than there is: said at the field, the picture stays.
  await field(page, 'Taken up at the grip').fill('2 m')
  await page.keyboard.press('Enter')
  await expect(field(page, 'Taken up at the grip')).toHaveAccessibleDescription(/at most 83.2 cm/)
  await expect(page.getByRole('img', { name: /seen from the side/ })).toBeVisible()
  await field(page, 'Taken up at the grip').fill('10 cm')
  await page.keyboard.press('Enter')
  await saved(page)
  complains(/status of 422/)

  await page.getByRole('button', { name: /^old tube/ }).click()
  await page.getByRole('tab', { name: 'Keeping' }).click()
  await expect(page.getByText(/^Now: look it over/)).toBeVisible()
  await page.getByRole('button', { name: 'Looked over today' }).click()
  await expect(page.getByText(/^Now: look it over/)).toBeHidden()
  await page.getByText('nick, whitening, sticky', { exact: true }).click()
  await expect(page.getByText(/^Now: retire it/)).toBeVisible()
})

test('a band set up further than it was read shows no number, and what it would take to know', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-loft/bands?of=loop-one&move=band-row')
  await expect(page.getByText('along the whole way', { exact: false })).toBeVisible()
  await field(page, 'From the anchor').fill('3.6')
  await page.keyboard.press('Enter')
  await saved(page)
  await expect(page.getByText('No number: stretched further than its readings tell')).toBeVisible()
  await expect(page.getByText('pull it that far on the scale once', { exact: false })).toBeVisible()
  await expect(page.getByRole('img', { name: 'Tension, hatched where nothing is known of the band' })).toBeVisible()
  await expect(page.getByText('J a rep', { exact: false })).toBeHidden()
})

test('the packets of another scale are listened to as soon as they are posted', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-loft/loads?of=jug-a')
  const scale = spawn('../bin/scrappyrack', ['standin', 'scale', '--mass', '3.8', '--lose', '0.3', '--to', demo, '--as', 'shed-scale'])
  try {
    await expect(page.getByLabel('Listen to').locator('option', { hasText: 'shed-scale' })).toBeAttached()
    await page.getByLabel('Listen to').selectOption('shed-scale')
    const region = page.getByRole('region', { name: 'What the scale says' })
    await expect(region.getByText('steady', { exact: true })).toBeVisible()
    await page.keyboard.press('r')
    await expect(field(page, 'Readings')).toHaveValue(/^3\.[78]\d\d$/)
    await expect(page.getByText('they agree')).toBeVisible()
  } finally {
    scale.kill()
  }
  await expect(page.getByText('nothing heard: waiting for it')).toBeVisible()
})
