import { defineConfig } from 'vitest/config'
import { availableParallelism } from 'node:os'
import vue from '@vitejs/plugin-vue'

export default defineConfig({
  plugins: [vue()],
  test: {
    include: ['{core,contract,solver,planner,server,devices,web,demo}/**/*.test.ts'],
    // All cores: what is left to itself leaves one of them idle.
    maxWorkers: availableParallelism(),
    testTimeout: 60000,
    hookTimeout: 60000,
    server: { deps: { inline: ['vuetify'] } },
  },
})
