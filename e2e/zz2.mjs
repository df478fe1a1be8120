import { chromium } from '@playwright/test'
const [,, url, path] = process.argv
const b = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell' })
const p = await b.newPage()
await p.goto(url + '/'); await p.getByRole('button', { name: 'Open the demo' }).click(); await p.waitForTimeout(800)
await p.goto(url + path); await p.waitForTimeout(2500)
console.log(await p.locator('main').innerText())
await b.close()
