import { expect, field, putOnBench, saved, station, test } from './house'

test('from the first account to the printed plan, typing all the way', async ({ page, fresh }) => {
  await page.goto(fresh)
  await expect(page.getByRole('heading', { name: 'Make the first account' })).toBeVisible()
  await page.getByLabel('Practice').fill('Two Sheds')
  await page.getByLabel('Your name').fill('A. Consultant')
  await page.getByLabel('Email').fill('a@example.test')
  await page.getByLabel('Password').fill('ten letters')
  await page.getByLabel('Password').press('Enter')

  await page.getByPlaceholder('Name of a new client').pressSequentially('Corner of a barn')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Corner of a barn', level: 1 })).toBeVisible()

  // Client: both systems are understood whatever is shown.
  await field(page, 'Stature').pressSequentially(`5'11"`)
  await page.keyboard.press('Enter')
  await expect(field(page, 'Stature')).toHaveValue('1.803')
  await field(page, 'Body mass').pressSequentially('12 st 6')
  await page.keyboard.press('Enter')
  await expect(field(page, 'Body mass')).toHaveValue('78.9')
  await field(page, 'Budget').fill('150')
  await page.keyboard.press('Enter')
  await saved(page)

  await station(page, 'Space')
  await field(page, 'Ceiling').pressSequentially('2.3 m')
  await page.keyboard.press('Enter')
  await page.getByText('may be drilled', { exact: true }).click()
  await expect(page.getByRole('row', { name: /Full hang/ })).toContainText('short')
  await expect(page.getByText('no open hold point')).toBeAttached()

  // Stock: two jugs and a bucket.
  await station(page, 'Stock')
  await page.getByRole('button', { name: '+ jug' }).click()
  await field(page, 'Capacity').fill('1 gal')
  await page.keyboard.press('Enter')
  await expect(field(page, 'Capacity')).toHaveValue('3.79')
  await page.getByLabel('Filled with').selectOption('dry sand, loose')
  await field(page, 'Volume in it').fill('1 gal')
  await page.keyboard.press('Enter')
  await saved(page)
  await page.getByRole('button', { name: 'One more like it' }).click()
  await expect(field(page, 'Name')).toHaveValue('jug B')
  await page.getByRole('button', { name: '+ bucket' }).click()
  await expect(field(page, 'Name')).toHaveValue('bucket A')
  await page.getByRole('checkbox', { name: 'gravel, dry' }).locator('..').click()
  await saved(page)

  // Loads: a gallon of dry sand is about 12.5 lb (common practice) with the jug 5.7 kg.
  await station(page, 'Loads')
  await putOnBench(page, 'jug A')
  await expect(page.getByText('5.7 kg').first()).toBeVisible()
  await field(page, 'weighs').fill('12 lb')
  await page.keyboard.press('Enter')
  await expect(field(page, 'weighs')).toHaveValue('5.4')
  await expect(field(page, 'that is')).toHaveValue('3.59')
  await saved(page)
  await page.getByText('The ladder as a table').click()
  await expect(page.getByRole('row', { name: /pair/ }).first()).toBeVisible()

  // Needs: a test set replaces a guess.
  await station(page, 'Needs')
  await expect(page.getByText('rest on a guess')).toBeVisible()
  await page.getByLabel('Add a test set').selectOption('One-hand row')
  await field(page, 'Load').fill('14')
  await page.keyboard.press('Enter')
  await saved(page)
  await page.getByRole('button', { name: /^Pull level/ }).first().click()
  await expect(page.getByText('from a test set')).toBeVisible()

  await station(page, 'Plan')
  await expect(page.getByText('Proven: no other set')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Left out' })).toBeVisible()

  await station(page, 'Hand-over')
  const link = page.getByRole('link', { name: 'PDF, A4' })
  await expect(link).toBeVisible()
  const pdf = await page.request.get(fresh + (await link.getAttribute('href')))
  expect(pdf.headers()['content-type']).toBe('application/pdf')
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-')
  await expect(page.getByRole('article')).toContainText('jug A')

  // Everything is still there after a reload.
  await station(page, 'Client')
  await page.reload()
  await expect(field(page, 'Stature')).toHaveValue('1.803')
})
