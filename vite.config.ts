import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import vuetify from 'vite-plugin-vuetify'

export default defineConfig({
  root: fileURLToPath(new URL('./web', import.meta.url)),
  plugins: [vue(), vuetify({ autoImport: true })],
  build: {
    outDir: fileURLToPath(new URL('./dist/web', import.meta.url)),
    emptyOutDir: true,
    target: 'es2023',
    cssCodeSplit: false,
    chunkSizeWarningLimit: 1200,
    // A page comes in a dozen files, not in a hundred: what several pages share is one file for each kind of it.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'packages', test: /node_modules/, minShareCount: 2 },
            { name: 'core', test: /\/(core|contract)\//, minShareCount: 2 },
            { name: 'shared', test: /\/web\//, minShareCount: 2 },
          ],
        },
      },
    },
  },
  worker: { format: 'es' },
  // A part of the charting library speaks of `global`.
  define: { global: 'globalThis' },
  // Addresses of the server, not the modules in the folder of that name.
  server: {
    host: '127.0.0.1',
    port: 4290,
    strictPort: true,
    proxy: { '^/api/(?!\\w+\\.ts)': 'http://127.0.0.1:4280' },
  },
})
