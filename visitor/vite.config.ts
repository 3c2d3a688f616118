import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

/** Two things are built: the page inside the frame, and the script that a company's page loads, under a name that stays. */
export default defineConfig({
  base: '/door/',
  // A line break between two words is a space, as Prettier takes it; Vue alone would drop it.
  plugins: [vue({ template: { compilerOptions: { whitespace: 'preserve' } } })],
  build: {
    modulePreload: { polyfill: false },
    rolldownOptions: {
      input: { index: 'index.html', embed: 'src/embed.ts' },
      output: {
        // The address stands in the pages of companies: it stays.
        entryFileNames: ({ name }) => (name === 'embed' ? 'door.js' : 'assets/[name]-[hash].js'),
      },
    },
  },
})
