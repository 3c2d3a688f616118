<script setup lang="ts">
import type { Block } from '@janua/core'

/** Blocks of an answer. Their HTML was made by Janua's own Markdown reader, which passes no HTML of the source on. */
defineProps<{ blocks: Block[] }>()
</script>

<template>
  <template v-for="(block, i) in blocks" :key="i">
    <p v-if="block.type === 'paragraph'" v-html="block.content.html" />
    <h3 v-else-if="block.type === 'heading'" v-html="block.content.html" />
    <pre v-else-if="block.type === 'code'" v-html="block.content.html" />
    <ol v-else-if="block.type === 'list' && block.ordered" :start="block.start">
      <li v-for="(item, j) in block.items" :key="j" v-html="item.html" />
    </ol>
    <ul v-else-if="block.type === 'list'">
      <li v-for="(item, j) in block.items" :key="j" v-html="item.html" />
    </ul>
    <div
      v-else
      class="table"
      tabindex="0"
      role="region"
      :aria-label="block.header.map((cell) => cell.text).join(', ')"
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
