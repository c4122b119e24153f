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
    chunkSizeWarningLimit: 900,
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
