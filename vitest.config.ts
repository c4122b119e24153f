import { defineConfig } from 'vitest/config'
import { availableParallelism } from 'node:os'
import vue from '@vitejs/plugin-vue'

/** Plain functions and servers that each test opens for itself: nothing is left behind in a module, so files share what they import. */
const ROOMS = ['core', 'contract', 'solver', 'planner', 'server', 'devices', 'demo']

export default defineConfig({
  test: {
    // All cores: what is left to itself leaves one of them idle.
    maxWorkers: availableParallelism(),
    // Patient, for a machine that is five times slower in some hours: only what hangs waits so long. What is slow is told by the bench.
    testTimeout: 900000,
    hookTimeout: 900000,
    projects: [
      {
        extends: true,
        test: { name: 'rooms', include: [`{${ROOMS.join(',')}}/**/*.test.ts`], isolate: false },
      },
      {
        extends: true,
        plugins: [vue()],
        // Stores and what stands on a page live in modules: every file has its own.
        test: { name: 'web', include: ['web/**/*.test.ts'], server: { deps: { inline: ['vuetify'] } } },
      },
    ],
  },
})
