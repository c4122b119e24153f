import { defineConfig } from 'vitest/config'
import vue from '@vitejs/plugin-vue'

export default defineConfig({
  plugins: [vue()],
  test: {
    include: ['{core,contract,solver,server,devices,web,demo}/**/*.test.ts'],
    testTimeout: 60000,
    hookTimeout: 60000,
    server: { deps: { inline: ['vuetify'] } },
  },
})
