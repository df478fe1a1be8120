import { expect, field, openDemo, openLine, saved, station, test } from './house'

test('a couple is entered by hand: a board each, one plan, her holds on her pages alone', async ({ page, demo }) => {
  await openDemo(page, demo)
  await page.getByPlaceholder('Name of a new client').fill('Attic over the chandlery')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Attic over the chandlery', level: 1 })).toBeVisible()
  const people = page.getByRole('group', { name: 'Looked at as' })
  await expect(people).toHaveCount(0)

  // He: 96 kg and strong, asked all there is to ask.
  await field(page, 'Stature').fill('186')
  await field(page, 'Body mass').fill('96')
  await openLine(page, /^Training so far/)
  await page.getByText('advanced', { exact: true }).click()
  await openLine(page, /^Before training/)
  await page.getByRole('button', { name: 'None of all these' }).click()
  await field(page, 'Born in').fill('1988')
  await page.getByRole('group', { name: 'Down to the floor and up', exact: true }).getByText('alone').click()
  await page.getByRole('group', { name: 'Trains alone' }).getByText('no', { exact: true }).click()
  await page.getByRole('group', { name: 'Legs used', exact: true }).getByText('both').click()
  await saved(page)
  // What is open is of the room, which nobody has measured.
  const holds = page.getByRole('link', { name: /hold points? open/ })
  await expect(holds).toHaveText('2 hold points open')

  // She: 24 weeks pregnant; what nobody has asked her holds, and holds her alone.
  await openLine(page, /^Who trains here/)
  await page.getByRole('heading', { level: 1 }).click()
  await page.keyboard.press('p')
  await expect(people.getByRole('button')).toHaveCount(2)
  await expect(field(page, 'Stature')).toHaveValue('')
  await field(page, 'Stature').fill('166')
  await field(page, 'Body mass').fill('68')
  await field(page, 'Called').last().fill('Edda')
  await page.getByRole('checkbox', { name: /^pregnant/ }).click()
  await field(page, 'Weeks').fill('24')
  await saved(page)
  await expect(people.getByRole('button', { name: 'Edda' })).toHaveAttribute('aria-pressed', 'true')
  await expect(holds).toHaveText(/^[3-9] hold points open/)

  await station(page, 'Needs')
  const squat = page.getByRole('button', { name: /Squat/ }).first()
  const hers = await squat.textContent()
  await page.keyboard.press('w')
  await expect(holds).toHaveText('2 hold points open')
  await expect(squat).not.toHaveText(hers ?? '')

  // One plan, for both; builds are for the heavier.
  await station(page, 'Plan')
  await expect(page.getByText(/^: .*\(Edda\)/).first()).toBeAttached()
  await expect(page.getByText(/^: .*\(Attic over the chandlery\)/).first()).toBeAttached()

  await station(page, 'Hand-over')
  await expect(page.getByText(/needs covered with this plan/)).toBeVisible()
  const asked = page.getByText(/answer what nobody has asked you yet/)
  await expect(asked).toHaveCount(0)
  await page.keyboard.press('w')
  await expect(page.getByText('Attic over the chandlery · Edda')).toBeVisible()
  await expect(asked).toBeVisible()

  // The book of everybody: what is open of hers is named, and told on her pages.
  await page.getByRole('button', { name: 'The book of everybody' }).click()
  await expect(page.getByText(/Something is still open for Edda/)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Edda', level: 2 })).toBeVisible()
  await expect(asked).toHaveCount(1)

  // Side by side: a column each.
  await station(page, 'Needs')
  await expect(page.getByRole('button', { name: 'Everybody' })).toBeVisible()
  await page.keyboard.press('s')
  await expect(page.getByRole('columnheader', { name: /^Edda: \d+ of \d+/ })).toBeVisible()
  await expect(page.getByRole('columnheader', { name: /^Attic over the chandlery: \d+ of \d+/ })).toBeVisible()

  // Each step goes back: the weeks, the tick, and at last she herself.
  await station(page, 'Client')
  for (let n = 0; n < 12 && (await people.count()) > 0; n++) {
    await page.getByRole('button', { name: /^Undo:/ }).click()
    await saved(page)
    await page.waitForLoadState('networkidle') // nothing is asked of somebody who goes with the next step
  }
  await expect(people).toHaveCount(0)
  await expect(field(page, 'Stature')).toHaveValue('1.860')
  await expect(holds).toHaveText('2 hold points open')

  // A key takes her out, and she can be had back.
  await page.getByRole('button', { name: /^Do again:/ }).click()
  await expect(people).toHaveCount(1)
  await page.keyboard.press('w')
  await expect(people.getByRole('button').last()).toHaveAttribute('aria-pressed', 'true')
  await expect(field(page, 'Stature')).not.toHaveValue('1.860')
  await page.waitForLoadState('networkidle')
  await page.keyboard.press('t')
  await expect(people).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(people).toHaveCount(1)
})

test('a set is typed in a line, corrected and taken back, and is one person’s alone', async ({ page, demo, complains }) => {
  await openDemo(page, demo, '/c/demo-garage/log')
  const line = page.getByLabel(/^Set \(e\)/)
  await page.getByRole('heading', { name: /^Log of Bram/ }).click()
  await page.keyboard.press('e')
  await page.keyboard.type('25 x')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('after the x stands how many')
  await expect(line).toHaveValue('25 x')
  await line.fill('25 x 12 @2')
  await page.keyboard.press('Enter')
  await expect(line).toHaveValue('')
  await saved(page)
  await expect(page.getByRole('button', { name: /25 lb × 12, 2 left/ })).toBeVisible()
  await page.getByRole('button', { name: /70\.5 lb × 12, 0 left/ }).click()
  await field(page, 'Reps').fill('11')
  await expect(page.getByRole('button', { name: /70\.5 lb × 11, 0 left/ })).toBeVisible()
  await saved(page)
  await page.getByRole('button', { name: /^Undo: set/ }).click()
  await expect(page.getByRole('button', { name: /70\.5 lb × 12, 0 left/ })).toBeVisible()
  // Ines has a log of her own.
  await page.getByRole('group', { name: 'Looked at as' }).getByRole('button', { name: 'Ines' }).click()
  await expect(page.getByText('Nothing is written down yet.')).toBeVisible()
  complains(/status of 422/)
})
