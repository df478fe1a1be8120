import { defineConfig } from '@playwright/test'

const browser = {
  browserName: 'chromium' as const,
  launchOptions: {
    executablePath: '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--font-render-hinting=none'],
  },
}

export default defineConfig({
  testDir: '.',
  timeout: 90_000,
  expect: { timeout: 15_000 },
  workers: 4,
  fullyParallel: true,
  retries: 0,
  forbidOnly: true,
  reporter: [['line']],
  use: { ...browser, trace: 'off', actionTimeout: 15_000 },
  projects: [
    // Of the table's walks the longest are begun while the phone's are at work.
    { name: 'phone', use: { viewport: { width: 390, height: 844 }, hasTouch: true }, testMatch: /journey|screens/ },
    { name: 'table', use: { viewport: { width: 1280, height: 800 } } },
  ],
})
