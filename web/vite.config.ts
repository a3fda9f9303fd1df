import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue()],
  build: { target: 'es2023', assetsInlineLimit: 0 },
  server: { proxy: { '/api': 'http://127.0.0.1:8470' } },
  test: { environment: 'jsdom', include: ['src/**/*.test.ts'] },
})
