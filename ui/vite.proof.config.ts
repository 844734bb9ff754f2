import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

// The page that a client sees by a link is built by itself: none of the studio's code is in it.
export default defineConfig({
  plugins: [vue()],
  publicDir: false,
  build: {
    target: 'es2022',
    outDir: 'dist',
    emptyOutDir: false,
    rolldownOptions: { input: 'proof.html' },
  },
})
