import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

const chunk = (name: string, test: RegExp, priority: number) => ({ name, test, priority })

export default defineConfig({
  // A line break between two words is a space, as Prettier takes it; Vue alone would drop it.
  plugins: [vue({ template: { compilerOptions: { whitespace: 'preserve' } } })],
  build: {
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            // What every page needs goes first: a group takes along what its modules import.
            chunk('vue', /node_modules[\\/](vue|@vue|vue-router|pinia)[\\/]/, 2),
            chunk('editor', /node_modules[\\/](@tiptap|prosemirror-|marked)/, 1),
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
