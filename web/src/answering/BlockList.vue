<script setup lang="ts">
import type { Block } from '@janua/core'

/** Blocks as Janua's own Markdown reader made them: it passes no HTML of the source on. */
defineProps<{ blocks: Block[] }>()
</script>

<template>
  <template v-for="(block, i) in blocks" :key="i">
    <p v-if="block.type === 'paragraph'" v-html="block.content.html" />
    <h4 v-else-if="block.type === 'heading'" v-html="block.content.html" />
    <pre v-else-if="block.type === 'code'" v-html="block.content.html" />
    <component
      :is="block.ordered ? 'ol' : 'ul'"
      v-else-if="block.type === 'list'"
      :start="block.ordered ? block.start : undefined"
      ><li v-for="(item, j) in block.items" :key="j" v-html="item.html"
    /></component>
    <div
      v-else
      class="scrolls"
      tabindex="0"
      role="region"
      :aria-label="block.header.map(({ text }) => text).join(', ')"
    >
      <table>
        <thead>
          <tr>
            <th v-for="(cell, j) in block.header" :key="j" scope="col" v-html="cell.html" />
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, r) in block.rows" :key="r">
            <td v-for="(cell, j) in row" :key="j" v-html="cell.html" />
          </tr>
        </tbody>
      </table>
    </div>
  </template>
</template>

<style scoped>
/* A wide table scrolls within what it stands in. */
.scrolls {
  overflow-x: auto;
}
</style>
