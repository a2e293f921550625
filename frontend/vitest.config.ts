import { fileURLToPath, URL } from 'node:url'
import { defineConfig } from 'vitest/config'

// The logic beside the components, without a browser.
export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: { include: ['src/**/*.test.ts'], environment: 'node' },
})
