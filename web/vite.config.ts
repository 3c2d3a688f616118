import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

/** Where the server is while one works on the pages. */
const SERVER = `127.0.0.1:${process.env.JANUA_PORT ?? 4400}`
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
      '/api': `http://${SERVER}`,
      '/demo': `http://${SERVER}`,
      '/door': `http://${SERVER}`,
      '/live': { target: `ws://${SERVER}`, ws: true },
    },
  },
})
