import type { Page } from '@playwright/test'
import { expect, field, hold, openDemo, saved, station, test } from './house'

/** A new client with a stature, at Space, by keyboard alone from here on. */
async function visit(page: Page, base: string, stature: string) {
  const made = await page.request.post(`${base}/api/v1/clients`, { data: { name: 'A visit', currency: 'GBP', units: 'metric' } })
  const { file } = await made.json()
  const of = `${base}/api/v1/clients/${file.id}`
  await page.request.put(`${of}/profile`, { data: { ...file.profile, stature_m: Number(stature) }, headers: { 'If-Match': '"1"' } })
  await page.goto(`${base}/c/${file.id}/space`)
  await expect(page.getByRole('heading', { name: 'The room', exact: true })).toBeVisible()
  await page.locator('body').press('Escape')
  return of
}

const walk = (page: Page) => page.getByRole('textbox', { name: /^Walk round the walls/ })
const lines = (page: Page) => page.getByRole('textbox', { name: /^Add to the room/ })

/** Types the walk, then everything that is in the room, one thing a line. */
async function survey(page: Page, round: string, things: string[]) {
  await page.keyboard.press('w')
  await expect(walk(page)).toBeFocused()
  await page.keyboard.type(round)
  await page.keyboard.press('Enter')
  await expect(lines(page)).toBeFocused()
  for (const [i, line] of things.entries()) {
    await page.keyboard.type(line)
    if (i < things.length - 1) await page.keyboard.press('Shift+Enter')
  }
  await page.keyboard.press('Control+Enter')
  await expect(lines(page)).toHaveValue('')
  await saved(page)
}

const free = (page: Page) => page.getByText(/^free /).first()
const answer = (page: Page, use: string) => page.getByRole('region', { name: 'Headroom for this body' }).getByRole('row', { name: new RegExp(`^${use}`) })

test('four rooms of real shapes are surveyed by keyboard, and the answers agree with a pencil', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-loft/space')
  // An L: 4.2 × 3.4 less 1.6 × 1.5 is 11.88 m²; the radiator takes 1.4 × 0.16, the sofa 0.9 × 1.8.
  await visit(page, demo, '1.70')
  await survey(page, '4.2 R 1.9 R 1.6 L 1.5 R 2.6 R 3.4', ['ceiling 2.45', 'fixed radiator A 1.4 1.4 x 0.16', 'sofa 3.72 0.95 0.9 x 1.8', 'window A 1.2 1.8 x 1.3 sill 0.85'])
  await expect(free(page)).toContainText('10.0 m²') // 11.88 − 0.224 − 1.62
  await expect(answer(page, 'Press overhead')).toContainText('yes') // 1.204 · 1.70 + 0.18 = 2.227 m

  // An attic, 5 × 3.6 under slopes from both long walls: 1.2 m at C over 1.5 m, 1.6 at A over 1.
  await visit(page, demo, '1.80')
  await survey(page, '5 R 3.6 R 5 R', ['ceiling 2.4', 'slope C 1.2 run 1.5', 'slope A 1.6 run 1'])
  await expect(free(page)).toContainText('18.0 m²')
  // 2.347 m are reached 0.934 m from A and 1.434 m from C: 1.23 m are left between.
  await expect(answer(page, 'Press overhead')).toContainText('here')
  await expect(answer(page, 'Press overhead')).toContainText(/5\.000 m × 1\.2[23]\d m/)

  // A garage of 6 × 3 with a door’s track at 2.1 m over the first 2.4 m.
  await visit(page, demo, '1.80')
  await survey(page, '6 x 3', ['ceiling 2.6', 'garage door D 0.2 2.6 x 2.1 track 2.1 depth 2.4', 'car 4.5 2.1 2.8 x 1.7'])
  await expect(free(page)).toContainText('13.2 m²') // 18 − 4.76
  await expect(answer(page, 'Press overhead')).toContainText('here')

  // A narrow flat: 7 × 0.85 m is no lane.
  await visit(page, demo, '1.60')
  await survey(page, '7 x 0.85', ['ceiling 2.3', 'door D 0.02 0.8 x 2 light out'])
  await expect(page.getByRole('button', { name: /^longest lane/ })).toContainText('none')
  await expect(answer(page, 'Press overhead')).toContainText(/no|needs a free place/)
})

test('lines typed before the walk is kept are read on the new walls', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-loft/space')
  await visit(page, demo, '1.70')
  await page.keyboard.press('w')
  await expect(walk(page)).toBeFocused()
  const goOn = await hold(page, '**/rooms/**')
  await page.keyboard.type('4.2 R 1.9 R 1.6 L 1.5 R 2.6 R 3.4')
  await page.keyboard.press('Enter')
  await expect(lines(page)).toBeFocused()
  await page.keyboard.type('door F 0.4 0.8 x 2.0 light')
  await page.keyboard.press('Enter')
  await expect(lines(page)).toHaveValue('')
  // What is typed while that is on its way stays.
  await page.keyboard.type('sofa 2 1')
  goOn()
  await saved(page)
  await expect(page.getByRole('button', { name: /^door F/ })).toBeVisible()
  await expect(lines(page)).toHaveValue('sofa 2 1')
  await lines(page).fill('')
  // Enter in a walk that is kept goes on at once, and is not typed where it goes.
  await walk(page).press('Enter')
  await expect(lines(page)).toBeFocused()
  await expect(lines(page)).toHaveValue('')
})

test('what cannot be is caught where it is typed, and what was typed stays', async ({ page, demo, complains }) => {
  await openDemo(page, demo, '/c/demo-flat/space')
  // A wall that does not close.
  await walk(page).fill('4.2 R 1.9 R 1.6 L 1.5 R 2.0 R 3.4')
  await walk(page).press('Enter')
  await expect(page.getByText(/miss the start by 0.600 m/)).toBeVisible()
  await expect(walk(page)).toHaveValue('4.2 R 1.9 R 1.6 L 1.5 R 2.0 R 3.4')
  await walk(page).press('Escape')
  await expect(walk(page)).toHaveValue('4.200 R 1.900 R 1.600 L 1.500 R 2.600 R 3.400')
  // One that misses by what a tape misses is shared out, and says so.
  await walk(page).fill('4.2 R 1.9 R 1.6 L 1.5 R 2.58 R 3.4')
  await expect(page.getByText(/misses the start by 2.0 cm, shared out/)).toBeVisible()
  await walk(page).press('Escape')

  // A door wider than its wall, a beam below the floor, a thing outside the room, a line that says nothing.
  await lines(page).fill('door D 0.1 1.8 x 2\nbeam 1 1 0.2 x 2 at -0.1\nbed 4 3 1 x 1\nwardrobe here')
  await lines(page).press('Control+Enter')
  for (const why of [/1.800 m wide, wall D is 1.500 m long/, /a negative value makes no sense/, /out of the room/, /not understood/]) await expect(page.getByText(why)).toBeVisible()
  await expect(lines(page)).toHaveValue('door D 0.1 1.8 x 2\nbeam 1 1 0.2 x 2 at -0.1\nbed 4 3 1 x 1\nwardrobe here')
  await lines(page).fill('')

  // The same, in the fields beside the drawing.
  await page.getByRole('button', { name: 'hall door F' }).click()
  await field(page, 'Width').fill('3.5')
  await field(page, 'Width').press('Enter')
  await expect(page.getByText(/3.500 m wide, wall F is 3.400 m long/)).toBeVisible()
  await expect(field(page, 'Width')).toHaveValue('3.5')
  await field(page, 'Width').press('Escape')
  await page.getByRole('button', { name: /^sofa$/ }).click()
  await field(page, 'Middle, along A').fill('4.1')
  await field(page, 'Middle, along A').press('Enter')
  await expect(page.getByText(/reaches 33.0 cm out of the room/)).toBeVisible()
  await field(page, 'Middle, along A').press('Escape')
  await saved(page)
  complains(/status of 422/)
})

test('lowering a slope takes a movement from a place to nowhere, and back by undo', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-loft/space?of=overheads/slope-c')
  await expect(answer(page, 'Press overhead')).toContainText('here')
  await station(page, 'Needs')
  await page.getByRole('button', { name: /^Push overhead 8/ }).click()
  const way = page.getByRole('listitem').filter({ hasText: /^One-hand press, standing/ })
  await expect(way).toContainText('here: by wall A')
  await page.goto(`${demo}/c/demo-loft/space?of=overheads/slope-c`)
  await field(page, 'Rises over').fill('3.4')
  await field(page, 'Rises over').press('Enter')
  await saved(page)
  await expect(answer(page, 'Press overhead')).toContainText(/standing(no|with a change)/)
  await station(page, 'Needs')
  await page.getByRole('button', { name: /^Push overhead 8/ }).click()
  await expect(way).toContainText(/needs 2\.2\d\d m of height/)
  await page.keyboard.press('Control+z')
  await expect(way).toContainText('here: by wall A')
})

test('a thing is dragged and moved by keys, snaps to a wall, and what stands wrong is named in centimetres', async ({ page, demo }) => {
  await openDemo(page, demo, '/c/demo-garage/space')
  const bench = page.getByRole('button', { name: 'flat bench: arrow keys move it' })
  await bench.focus()
  for (let i = 0; i < 10; i++) await page.keyboard.press('Shift+ArrowRight')
  await saved(page)
  await bench.press('Enter')
  await expect(field(page, 'Middle, along A')).toHaveValue(`16' 11½"`) // 3.9 m and 100 half inches
  const box = await bench.boundingBox()
  const car = await page.getByRole('button', { name: 'the car: arrow keys move it' }).boundingBox()
  if (!box || !car) throw new Error('not drawn')
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  for (let i = 1; i <= 12; i++)
    await page.mouse.move(box.x + box.width / 2 + ((car.x + car.width / 2 - box.x - box.width / 2) * i) / 12, box.y + box.height / 2 + ((car.y + 4 - box.y - box.height / 2) * i) / 12)
  await page.mouse.up()
  await saved(page)
  await expect(page.getByText(/flat bench overlap by|and flat bench overlap/).first()).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByText(/flat bench overlap/)).toHaveCount(0)
})
