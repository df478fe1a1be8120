import { chromium } from '@playwright/test'
const url = process.argv[2]
const b = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell' })
const c = await b.newContext({ viewport: { width: 1280, height: 800 } })
const p = await c.newPage()
p.setDefaultTimeout(6000)
p.on('console', m => { if (m.type()==='error') console.log('console', m.text()) })
await p.goto(url + '/'); await p.getByRole('button', { name: 'Open the demo' }).click(); await p.waitForTimeout(500)
let keys = 0
const field = async (label, v) => { const f = p.getByRole('textbox', { name: label, exact: true }).first(); await f.fill(v); keys += v.length; await p.keyboard.press('Enter') }
const tick = async (t) => { await p.getByRole('checkbox', { name: t }).first().click(); keys++ }
const radio = async (t, nth=0) => { await p.getByRole('radio', { name: t, exact: true }).nth(nth).locator('..').click(); keys++ }
const people = {
 youth: async () => { await field('Stature','170'); await field('Body mass','50 kg'); await radio('new'); await field('Born in','2010'); await p.getByLabel('Goal').selectOption('general fitness') ; await radio('yes') },
 pregnant: async () => { await field('Stature','168'); await field('Body mass','70 kg'); await radio('female'); await radio('intermediate'); await field('Born in','1992'); await tick('pregnant'); await field('Weeks','24') },
 hip: async () => { await field('Stature','176'); await field('Body mass','88 kg'); await radio('male'); await radio('new'); await field('Born in','1954'); await p.getByLabel('Goal').selectOption('older adult'); await p.getByRole('button', { name: 'Add an operation' }).click(); await p.getByLabel('Operated on').selectOption('hip'); await p.getByText('joint replaced').click(); await field('What was done','new hip'); await p.getByLabel(/^When/).fill('2026-08'); await p.keyboard.press('Enter'); await radio('with help') },
 strong: async () => { await field('Stature','183'); await field('Body mass','96 kg'); await radio('male'); await radio('advanced'); await field('Born in','1990'); await p.getByLabel('Goal').selectOption('strength') },
 wheel: async () => { await field('Stature','180'); await field('Body mass','78 kg'); await radio('male'); await radio('new'); await field('Born in','1986'); await radio('none') ; await tick('an injury of spine or nerves'); },
 traveller: async () => { await field('Stature','166'); await field('Body mass','62 kg'); await radio('female'); await radio('novice'); await field('Born in','1997') },
}
for (const [name, fill] of Object.entries(people)) {
  if (process.argv[3] && process.argv[3] !== name) continue
  keys = 0
  await p.goto(url + '/')
  const n = p.getByPlaceholder('Name of a new client'); await n.fill('zz ' + name); await p.keyboard.press('Enter')
  await p.getByRole('heading', { name: 'zz ' + name, level: 1 }).waitFor()
  try { await fill() } catch (e) { console.log(name, String(e).slice(0,300)) }
  const rest = p.getByRole('button', { name: /^None of (the other|all these)/ })
  if (await rest.count()) { await rest.click(); keys++ }
  await p.waitForTimeout(1200)
  console.log('=====', name, 'keys+clicks', keys)
  const station = async (s) => { await p.getByRole('link', { name: new RegExp('^' + s) }).first().click(); await p.waitForTimeout(900) }
  console.log((await p.locator('main').innerText()).split('\n').slice(-14).join('\n'))
  await p.screenshot({ path: `/tmp/w/p-${name}-client.png`, fullPage: false })
  if (name === 'strong') { await station('Needs'); for (const [m, l, r] of [['Back squat, barbell','150','3'],['Press, barbell','70','5']]) { await p.getByLabel('Movement').last().selectOption({ label: m }).catch((e)=>console.log(String(e).slice(0,200))) } }
  await station('Needs')
  await p.screenshot({ path: `/tmp/w/p-${name}-needs.png` })
  const rows = await p.getByRole('button', { name: /: (covered|partly covered|missing);/ }).evaluateAll((all) => all.map((x) => x.getAttribute('aria-label') || x.textContent))
  console.log(rows.join('\n'))
  console.log((await p.locator('main').innerText()).match(/Left out[^\n]*/g)?.join('\n') ?? '')
  await station('Hand-over')
  console.log((await p.locator('main').innerText()).split('\n').slice(0, 25).join('\n'))
}
await b.close()
