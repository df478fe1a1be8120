import type { Page } from '@playwright/test'
import { expect, openDemo, openLine, openLines, test } from './house'

/** What stands at Space whatever is picked there. */
const home = ['Soles', 'Reach to a bar', 'Grip, pressed up', 'Narrowest way in', 'Lowest place on it']

const stations = {
  client: {
    path: 'client',
    fields: ['Stature', 'Body mass', 'Reach to a bar', 'Grip, pressed up', 'Days a week', 'Minutes each', 'Born in', 'Months off', 'Budget'],
  },
  space: { path: 'space', fields: ['Ceiling', 'Heights right to ±', 'Walls right to ±', 'Taken, not drawn', 'Storage', 'Clear within, min', 'Quiet from, h', 'Quiet until, h', ...home] },
  'a wall at space': { path: 'space?of=walls/0', fields: ['Length', 'Start to first stud', 'Stud to stud', 'Lining'], beside: home.length },
  'an opening at space': { path: 'space?of=openings/stair-door', fields: ['From its start', 'Width', 'Height'], beside: home.length },
  'a thing at space': { path: 'space?of=fixtures/day-bed', fields: ['Middle, along A', 'Middle, down', 'Width', 'Depth', 'Height', 'Mass', 'Turned, °'], beside: home.length },
  'a slope at space': { path: 'space?of=overheads/slope-c', fields: ['At its wall', 'Rises over', 'Up to'], beside: home.length },
  stock: {
    path: 'stock',
    open: async (page: Page) => {
      await openLine(page, /^mop bucket/)
      await page.getByRole('button', { name: 'Brim, hang, condition, limits' }).click()
    },
    fields: [
      'How many', 'Capacity', 'Empty mass', 'Inside height', 'Diameter at the base', 'Diameter at the top', 'Volume in it', 'Handle good for', 'more like it',
      'Holds to the brim', 'Grip to lowest point', 'Outer width', 'one-hand, up to', 'two-hand, up to', 'dragged, up to', 'overhead-safe, up to',
    ],
  },
  'things at stock': {
    path: 'stock',
    open: async (page: Page) => openLine(page, /^tin of chickpeas/),
    fields: ['Mass of one', '± of one', 'Takes up'],
    twice: ['How many'],
  },
  loads: {
    path: 'loads?of=bucket',
    open: async (page: Page) => page.getByText('own weight as a load').click(),
    fields: ['weighs', 'filled to', 'that is', 'Readings', 'Its step', 'Right to ±', 'Counter or sill at', 'Labels used up'],
  },
  'measuring at loads': {
    path: 'loads?of=bucket',
    open: async (page: Page) => {
      await page.getByText('own weight as a load').click()
      await page.getByRole('tab', { name: 'Measure out' }).click()
    },
    fields: ['weighs', 'filled to', 'that is', 'Scoop or measuring jug', 'Drop set from', 'Reps each', 'Lighter by', 'Drops', 'Counter or sill at', 'Labels used up'],
  },
  'packing at loads': {
    path: 'loads?of=pack',
    open: async (page: Page) => {
      await page.getByText('own weight as a load').click()
      await page.getByRole('tab', { name: 'Pack' }).click()
    },
    fields: ['weighs', 'filled to', 'that is', 'It should weigh', 'give or take', 'Counter or sill at', 'Labels used up'],
  },
  bands: {
    path: 'bands?of=loop-one&move=band-row',
    open: async (page: Page) => page.getByText('tied to furniture?').click(),
    fields: [
      'Wanted pull', 'From the anchor', 'Height of the anchor', 'Taken up at the grip', 'Strap or ring', 'It weighs', 'Its depth', 'Pulled to', 'Scale shows',
    ],
  },
  'keeping of bands': {
    path: 'bands?of=mini',
    open: async (page: Page) => page.getByRole('tab', { name: 'Keeping' }).click(),
    fields: ['Wanted pull', 'Laid flat, at rest', 'That is right to ±', 'Tape right to ±', 'Width', 'Thickness'],
  },
  builds: { path: 'builds?of=hang', fields: ['Between the supports', 'Each hand from its support', 'Each support is marked with', 'Bar above the floor', 'Feet of a support apart, across the bar', 'Each support weighs', 'Friction of its feet', 'Worn with it'] },
  needs: { path: 'needs', fields: ['Load', 'Reps', 'In reserve'] },
}

for (const [name, s] of Object.entries(stations)) {
  test(`every number of ${name} refuses nonsense beside it, and keeps it over a reload`, async ({ page, demo }) => {
    await openDemo(page, demo, `/c/demo-loft/${s.path}`)
    const show = async () => {
      await page.getByRole('heading', { name: 'Loft above the bakery' }).waitFor()
      if ('open' in s) await s.open(page)
      await page.locator('main input[aria-describedby]').first().waitFor()
      await openLines(page)
    }
    await show()
    const fields = page.locator('main input[aria-describedby]')
    await expect(fields.first()).toBeVisible()
    for (const label of s.fields) {
      const field = page.getByRole('textbox', { name: label, exact: true })
      await field.fill('two zebras')
      await expect(field, label).toHaveAttribute('aria-invalid', 'true')
      await expect(field, label).toHaveAccessibleDescription(/number/)
    }
    await page.reload()
    await show()
    for (const label of s.fields) {
      const field = page.getByRole('textbox', { name: label, exact: true })
      await expect(field, label).toHaveValue('two zebras')
      await expect(field, label).toHaveAttribute('aria-invalid', 'true')
    }
    // Nothing of the station that is typed into as a number was left out above.
    const numbers = await page.locator('main input[aria-describedby][inputmode]').count()
    expect(numbers, 'number fields on the screen').toBe(s.fields.length + ('twice' in s ? 2 * s.twice.length : 0) + ('beside' in s ? s.beside : 0))
  })
}
