import { defineConfig } from '@playwright/test'
import tests from './playwright.config'

/** Takes the pictures of the views that the stations' manifests list: OUT, WIDTH, HEIGHT, THEME and ONLY (names with commas) from the environment. */
export default defineConfig({
  ...tests,
  testMatch: 'shots.ts',
  // A picture is written only where it is another than the one that is kept.
  snapshotPathTemplate: `${process.env.OUT ?? '../docs/screenshots'}/{arg}{ext}`,
  updateSnapshots: 'changed',
  fullyParallel: false,
  workers: 1,
  projects: [{ name: 'pictures', use: { viewport: { width: Number(process.env.WIDTH ?? 1280), height: Number(process.env.HEIGHT ?? 800) } } }],
})
