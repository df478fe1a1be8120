import { expect, openDemo, test } from './house'

const stations = {
  client: { path: 'client', fields: ['Stature', 'Body mass', 'Days a week', 'Minutes each', 'Budget'] },
  space: { path: 'space', fields: ['Length', 'Width', 'Ceiling', 'Floor taken for good'] },
  stock: {
    path: 'stock',
    open: /^mop bucket/,
    fields: ['Capacity', 'Empty mass', '± of that', 'Inside height', 'Diameter at the base', 'Diameter at the top', 'Volume in it', 'Handle good for'],
  },
  loads: { path: 'loads?of=bucket', fields: ['weighs', 'filled to', 'that is'] },
  needs: { path: 'needs', fields: ['Load', 'Reps', 'In reserve'] },
}

for (const [name, s] of Object.entries(stations)) {
  test(`every number of ${name} refuses nonsense beside it, and keeps it over a reload`, async ({ page, demo }) => {
    await openDemo(page, demo, `/c/demo-loft/${s.path}`)
    const show = async () => {
      await page.getByRole('heading', { name: 'Loft above the bakery' }).waitFor()
      if ('open' in s) await page.getByRole('button', { name: s.open }).click()
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
    expect(numbers, 'number fields on the screen').toBe(s.fields.length)
  })
}
