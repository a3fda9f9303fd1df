import vue from '@vitejs/plugin-vue'
import license from 'rollup-plugin-license'
import { appendFileSync, readFileSync } from 'node:fs'
import { defineConfig } from 'vitest/config'

const NOTICES = 'dist/third-party.txt'
/** Tests that begin with modules nobody has used yet, or put others in their place. */
const ANEW = [
  'src/live.test.ts',
  'src/say.test.ts',
  'src/attended.test.ts',
  'src/places/rules/deeds.test.ts',
  'src/places/compare/drawing.test.ts',
]
const FONTS = ['@fontsource-variable/archivo', '@fontsource-variable/spline-sans-mono']

export default defineConfig({
  plugins: [
    vue(),
    // What of others' work the screens carry, with the words its licences ask for.
    license({ thirdParty: { allow: '(MIT OR Apache-2.0 OR BSD-2-Clause OR BSD-3-Clause OR ISC)', output: NOTICES } }),
    {
      name: 'notices-of-fonts',
      apply: 'build',
      // Fonts come in by style sheets, which the notices of code do not see.
      closeBundle: () =>
        FONTS.forEach((f) => appendFileSync(NOTICES, `\n---\n\nName: ${f}\n${readFileSync(`node_modules/${f}/LICENSE`, 'utf8')}`)),
    },
  ],
  build: { target: 'es2023', assetsInlineLimit: 0 },
  server: { proxy: { '/api': 'http://127.0.0.1:8470' } },
  test: {
    environment: 'jsdom',
    projects: [
      { extends: true, test: { name: 'anew', include: ANEW } },
      // A page and the modules for all of them: making each file its own takes ten times as long as the tests.
      { extends: true, test: { name: 'shared', include: ['src/**/*.test.ts'], exclude: ANEW, isolate: false, setupFiles: 'src/tidy.ts' } },
    ],
  },
})
