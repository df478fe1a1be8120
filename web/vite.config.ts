import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vitest/config'

const server = process.env.SCRAPPYRACK_URL ?? 'http://127.0.0.1:8080'

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: { outDir: 'dist', emptyOutDir: true, manifest: true, modulePreload: { polyfill: false }, assetsInlineLimit: 0 },
  server: { proxy: { '/api': server } },
  test: { environment: 'jsdom', setupFiles: ['src/test-setup.ts'], include: ['src/**/*.test.{ts,tsx}'] },
})
