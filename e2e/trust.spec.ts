import { endSession, expect, field, openDemo, putOnBench, saved, slide, station, test } from './house'

test('what cannot be read is said at its field, and the text outlives a reload', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-loft/client')
  const stature = field(page, 'Stature')
  for (const [text, message] of [
    ['5 foot tall', 'is not a number'],
    ['-3', 'negative'],
    ['4 m', 'above 2.500 m'],
    ['1,800', 'above 2.500 m'],
    [`5'13"`, 'did you mean 6 ft 1 in'],
    ['NaN', 'not a number'],
  ] as const) {
    await stature.fill(text)
    await expect(page.getByText(message)).toBeVisible()
    await expect(stature).toHaveValue(text)
    await expect(stature).toHaveAttribute('aria-invalid', 'true')
  }
  await stature.fill('1 stone')
  await expect(page.getByText('is not a unit')).toBeVisible()
  await page.reload()
  await expect(stature).toHaveValue('1 stone')
  await expect(page.getByText('is not a unit')).toBeVisible()
  await stature.press('Escape')
  await expect(stature).toHaveValue('1.690')
  await field(page, 'Budget').fill('lots')
  await expect(page.getByText('is not an amount')).toBeVisible()
  await page.getByLabel("Client’s name here").fill('')
  await expect(page.getByText('needs a name to be found again')).toBeVisible()
  // Nothing is on its way, and nothing of it is called saved.
  await expect(page.locator('[data-save=refused]')).toHaveText('not saved')
  await expect(page.getByRole('button', { name: /^see the 2 fields/ })).toBeVisible()
})

test('what the server refuses comes back to its field', async ({ page, demo, complains }) => {
  await openDemo(page, demo, '/c/demo-loft/space')
  await field(page, 'Taken, not drawn').fill('40')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/taken of a room of 18.7/)).toBeVisible()
  await field(page, 'Taken, not drawn').fill('4')
  await page.keyboard.press('Enter')
  await saved(page)
  await station(page, 'Loads')
  await putOnBench(page, 'jug A')
  await field(page, 'weighs').fill('12 kg')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('Not possible')
  await expect(page.getByRole('alert')).toContainText('4.0 kg')
  await expect(field(page, 'weighs')).toHaveValue('12 kg')
  complains(/status of 422/)
})

test('two people cannot overwrite each other in silence', async ({ page, demo, browser, complains }) => {
  await openDemo(page, demo, '/c/demo-loft/space')
  await expect(field(page, 'Ceiling')).toHaveValue('2.360')
  const second = await (await browser.newContext()).newPage()
  await openDemo(second, demo, '/c/demo-loft/space')
  await field(second, 'Ceiling').fill('2.20')
  await second.keyboard.press('Enter')
  await saved(second)

  // The same part: both versions, and a choice.
  await field(page, 'Ceiling').fill('2.40')
  await page.keyboard.press('Enter')
  const choice = page.getByRole('alertdialog', { name: 'This was changed elsewhere too' })
  await expect(choice.getByRole('row', { name: /Ceiling/ })).toContainText('2.400 m')
  await expect(choice.getByRole('row', { name: /Ceiling/ })).toContainText('2.200 m')
  await choice.getByRole('button', { name: 'Keep theirs' }).click()
  await expect(field(page, 'Ceiling')).toHaveValue('2.200')

  // Other fields of the same part: both are kept, and nobody is asked.
  await field(second, 'Heights right to ±').fill('15')
  await second.keyboard.press('Enter')
  await saved(second)
  await field(page, 'Taken, not drawn').fill('1.5')
  await page.keyboard.press('Enter')
  await expect(field(page, 'Heights right to ±')).toHaveValue('15.0')
  await saved(page)

  await second.reload()
  await expect(field(second, 'Taken, not drawn')).toHaveValue('1.5')
  await field(second, 'Ceiling').fill('2.3')
  await second.keyboard.press('Enter')
  await saved(second)
  await field(page, 'Ceiling').fill('2.5')
  await page.keyboard.press('Enter')
  await choice.getByRole('button', { name: 'Keep mine' }).click()
  await expect(field(page, 'Ceiling')).toHaveValue('2.500')
  await saved(page)

  // Another part: nothing to choose, nothing lost.
  await second.reload()
  await expect(field(second, 'Ceiling')).toHaveValue('2.500')
  await station(page, 'Client')
  await field(page, 'Days a week').fill('5')
  await saved(page)
  await field(second, 'Taken, not drawn').fill('2')
  await second.keyboard.press('Enter')
  await saved(second)
  await expect(field(second, 'Taken, not drawn')).toHaveValue('2.0')
  await second.goto(`${demo}/c/demo-loft/client`)
  await expect(field(second, 'Days a week')).toHaveValue('5')
  complains(/status of 412/)
})

test('without a connection nothing is lost, and it can be tried again', async ({ page, demo, complains }) => {
  await openDemo(page, demo, '/c/demo-loft/client')
  await page.route('**/persons/first*', (r) => r.abort())
  await field(page, 'Minutes each').fill('45')
  await expect(page.getByText('not saved: no connection to the server')).toBeVisible()
  await page.unroute('**/persons/first*')
  await saved(page)
  await page.reload()
  await expect(field(page, 'Minutes each')).toHaveValue('45')
  complains(/net::ERR_FAILED/)
})

test('keys, undo, units and jumping', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-loft/stock')
  await expect(page.getByRole('button', { name: /jug A/ })).toBeVisible()
  await page.keyboard.press('n')
  await expect(field(page, 'Name')).toHaveValue('jug C')
  await saved(page)
  await page.getByRole('heading', { name: 'Containers' }).click()
  await page.keyboard.press('Control+z')
  await expect(field(page, 'Name')).toBeHidden()
  await page.keyboard.press('Control+Shift+Z')
  await expect(page.getByRole('button', { name: /^jug C/ })).toBeVisible()

  await page.keyboard.press('g')
  await page.keyboard.press('n')
  await expect(page.getByRole('heading', { name: /What each movement needs/ })).toBeVisible()
  await page.keyboard.press('u')
  await expect(page.getByText(`5' 6½"`)).toBeAttached()
  await page.keyboard.press('c')
  await expect(page.getByRole('heading', { name: 'What closes it' })).toBeVisible()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('j')
  await page.getByPlaceholder('Client, station').pressSequentially('garage')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Half a garage, half a car' })).toBeVisible()
})

test('the level can be moved with the keys and with the mouse', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-loft/loads?of=bucket')
  const slider = page.getByRole('slider', { name: 'Level in mop bucket' })
  await slider.focus()
  await page.keyboard.press('ArrowUp')
  await expect(field(page, 'filled to')).toHaveValue('16.3')
  await saved(page)
  await page.reload()
  await expect(field(page, 'filled to'), 'what was moved by a key and answered before it came to rest').toHaveValue('16.3')
  const box = await slider.boundingBox()
  if (!box) throw new Error('no drawing')
  let [asking, most] = [0, 0]
  // Counted where they are answered, the first of them only once the whole way was dragged.
  let answer = () => {}
  const dragged = new Promise<void>((done) => {
    answer = done
  })
  await page.route('**/fill', async (route) => {
    most = Math.max(most, ++asking)
    await dragged
    const response = await route.fetch()
    asking--
    await route.fulfill({ response })
  })
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2, box.y + 60, { steps: 60 })
  await expect.poll(() => asking).toBeGreaterThan(0)
  answer()
  // Held still until every question is answered, and then let go. One is on its way at a time meanwhile.
  await expect(field(page, 'filled to')).not.toHaveValue('16.3')
  await expect.poll(() => asking).toBe(0)
  expect(most).toBe(1)
  await expect(page.locator('[data-save=saved]')).toHaveCount(0)
  await page.mouse.up()
  await expect(field(page, 'filled to')).not.toHaveValue('16.3')
  await saved(page)
  // What is kept is where it came to rest.
  const shown = await field(page, 'filled to').inputValue()
  await page.reload()
  await expect(field(page, 'filled to')).toHaveValue(shown)
  await slider.focus()
  await page.keyboard.press('Home')
  await expect(field(page, 'filled to')).toHaveValue('0.0')
  await saved(page)
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowUp')
  await expect(field(page, 'filled to')).toHaveValue('1.0')
  await saved(page)
  await page.keyboard.press('End')
  await expect(field(page, 'filled to')).toHaveValue('25.0')
  await saved(page)
})

test('a client changed by hand gets another plan, with reasons', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-loft/plan')
  await expect(page.getByText('Proven: no other set')).toBeVisible()
  const cost = () => page.getByRole('status').filter({ hasText: 'needs covered' }).locator('b').nth(1).innerText()
  const before = await cost()
  await slide(page, 'Budget', 'Home', 'PageUp', 'PageUp', 'ArrowRight', 'ArrowRight')
  await expect.poll(cost).not.toBe(before)
  await expect(page.getByText('Proven: no other set')).toBeVisible()
  await page.getByRole('button', { name: /^Never take/ }).first().click()
  await expect(page.getByText('You ruled it out (1)')).toBeVisible()
  await station(page, 'Space')
  await field(page, 'Ceiling').fill('1.9')
  await page.keyboard.press('Enter')
  await saved(page)
  await station(page, 'Plan')
  await expect(page.getByText(/needs .* of height, the room has 1.900 m/).first()).toBeVisible()
})

test('quick answers need no client', async ({ page, demo }) => {
  await openDemo(page, demo, '/quick')
  await page.getByRole('button', { name: '1 gal jug of wet sand' }).click()
  await expect(page.getByRole('button', { name: '7.9 kg' })).toBeVisible()
  await page.getByRole('button', { name: '12 kg in a 1 gal jug' }).click()
  await expect(page.getByText('Not possible')).toBeVisible()
  await field(page, 'Load of the test').fill('44 lb')
  await page.keyboard.press('Enter')
  await expect(field(page, 'Load of the test')).toHaveValue('20.0')
})

test('a session that has ended asks to sign in again, and what was typed is still there', async ({ page, demo, complains }) => {
  await openDemo(page, demo, '/c/demo-loft/client')
  await field(page, 'Stature').fill('tall')
  await expect(page.getByText('is not a number')).toBeVisible()
  await endSession(page, demo)
  await page.getByRole('link', { name: 'Scrappy Rack: all clients' }).click()
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await expect(page.getByRole('heading', { name: 'Clients' })).toBeVisible()
  await page.goto(`${demo}/c/demo-loft/client`)
  await expect(field(page, 'Stature')).toHaveValue('tall')
  complains(/status of 401/)
})
