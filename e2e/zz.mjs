import { chromium } from '@playwright/test'
const [,, url, path, out, w='1280', h='800', scheme='light', full=''] = process.argv
const b = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell' })
const c = await b.newContext({ viewport: { width: +w, height: +h }, colorScheme: scheme })
const p = await c.newPage()
p.on('console', m => { if (m.type()==='error') console.log('console', m.text()) })
await p.goto(url + '/')
await p.waitForTimeout(700)
const btn = p.getByRole('button', { name: 'Open the demo' }).first()
if (await btn.count()) { await btn.click(); await p.waitForTimeout(800) }
await p.goto(url + path)
await p.waitForTimeout(1500)
if (process.env.SCROLL) { await p.getByText(process.env.SCROLL).first().scrollIntoViewIfNeeded(); await p.waitForTimeout(300) }
await p.screenshot({ path: out, fullPage: full === 'full' })
await b.close()
