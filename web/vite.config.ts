import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

const chunk = (name: string, test: RegExp) => ({ name, test })

export default defineConfig({
  plugins: [vue()],
  build: {
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            chunk('editor', /node_modules[\\/](@tiptap|prosemirror-|marked)/),
            chunk('vue', /node_modules[\\/](vue|@vue|vue-router|pinia)[\\/]/),
          ],
        },
      },
    },
  },
  server: {
    host: '127.0.0.1',
    strictPort: true,
    proxy: {
      '/api': 'http://127.0.0.1:4400',
      '/live': { target: 'ws://127.0.0.1:4400', ws: true },
    },
  },
})
