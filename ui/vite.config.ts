import vue from '@vitejs/plugin-vue'
import Components from 'unplugin-vue-components/vite'
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue(), Components({ dts: false, dirs: [], resolvers: [ElementPlusResolver({ importStyle: 'css' })] })],
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 900,
    // A request costs a slow machine more than a few kilobytes: one style sheet, and one chunk
    // for what most screens share.
    cssCodeSplit: false,
    manifest: 'manifest.json', // ahead.go reads it
    rolldownOptions: {
      output: { codeSplitting: { groups: [{ name: 'shared', test: /node_modules|src/, minShareCount: 6 }] } },
    },
  },
  test: { environment: 'jsdom', css: true, include: ['src/**/*.test.ts'] },
  server: { proxy: { '/api': 'http://127.0.0.1:8080' } },
})
