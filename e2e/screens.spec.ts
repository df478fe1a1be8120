import AxeBuilder from '@axe-core/playwright'
import { expect, openDemo, test } from './house'

const screens = {
  start: '/',
  quick: '/quick',
  client: '/c/demo-flat/client',
  space: '/c/demo-garage/space',
  stock: '/c/demo-garage/stock',
  loads: '/c/demo-loft/loads?of=bucket',
  packing: '/c/demo-loft/loads?of=pack',
  weighing: '/c/demo-garage/loads?of=soap-1',
  bar: '/c/demo-garage/loads?of=spin',
  bands: '/c/demo-loft/bands',
  'band in pounds': '/c/demo-garage/bands?move=band-squat',
  'no band': '/c/demo-flat/bands',
  needs: '/c/demo-loft/needs?slot=push-overhead',
  plan: '/c/demo-loft/plan',
  handover: '/c/demo-flat/handover',
  history: '/c/demo-flat/client',
  practice: '/practice',
}

for (const theme of ['light', 'dark'] as const) {
  test(`no screen has a fault of accessibility, ${theme}`, async ({ page, demo }) => {
    test.setTimeout(180_000)
    await page.emulateMedia({ colorScheme: theme })
    await page.goto(demo)
    await page.getByRole('button', { name: 'Open the demo' }).waitFor()
    expect((await new AxeBuilder({ page }).analyze()).violations, 'sign-in').toEqual([])
    await page.getByRole('button', { name: 'I have an invitation' }).click()
    expect((await new AxeBuilder({ page }).analyze()).violations, 'joining').toEqual([])
    await page.goto(demo)
    await openDemo(page, demo)
    for (const [name, path] of Object.entries(screens)) {
      await page.goto(demo + path)
      await page.waitForLoadState('networkidle')
      if (name === 'stock') {
        await page.getByRole('button', { name: /5 gal pail/ }).click()
        await page.getByRole('button', { name: 'Brim, hang, condition, limits' }).click()
        await page.getByRole('button', { name: 'Tick off what the house has' }).click()
        await page.getByRole('button', { name: /sand from the play pit/ }).last().click()
      }
      if (name === 'history') {
        await page.getByLabel('Days a week').fill('4')
        await page.getByRole('button', { name: /^Undo: the client/ }).waitFor()
        await page.keyboard.press('Escape')
        await page.getByRole('heading', { level: 1 }).click()
        await page.keyboard.press('h')
        await page.getByRole('button', { name: 'Take back' }).waitFor()
      }
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
      const found = await new AxeBuilder({ page }).analyze()
      expect(
        found.violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target).join(' | ')}`),
        name,
      ).toEqual([])
      const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)
      expect(wide, `${name} is not wider than the window`).toBeLessThanOrEqual(0)
    }
  })
}

test('every computed number opens to its formula and source', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-garage/loads?of=soap-2')
  await page.getByRole('button', { name: '9.25 lb', exact: true }).click()
  const why = page.getByRole('dialog', { name: 'Mass by filling' })
  await expect(why).toContainText('JCGM 100:2008')
  await expect(why).toContainText('bulk density')
  await page.keyboard.press('Escape')
  await expect(why).toBeHidden()
})
