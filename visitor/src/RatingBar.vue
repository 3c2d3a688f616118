<script setup lang="ts">
import { ref } from 'vue'
import { words } from './words.ts'

/** How it was, once and never in the way: one press is enough. */
const emit = defineEmits<{ rate: [rating: { stars: number; word: string }] }>()
const stars = ref(0)
const word = ref('')
</script>

<template>
  <form class="bar rating" data-test="rating" @submit.prevent="emit('rate', { stars, word })">
    <span>{{ words.howWas }}</span>
    <span role="radiogroup" :aria-label="words.howWas" class="stars"
      ><button
        v-for="n in 5"
        :key="n"
        type="button"
        role="radio"
        :aria-checked="n === stars"
        :aria-label="words.stars(n)"
        :class="{ on: n <= stars }"
        :data-test="`star-${n}`"
        @click="stars = n"
      >
        {{ n }}
      </button></span
    >
    <template v-if="stars"
      ><input
        v-model.trim="word"
        maxlength="500"
        :placeholder="words.aWord"
        :aria-label="words.aWord"
      /><button type="submit" class="main" data-test="send-rating">
        {{ words.sendRating }}
      </button></template
    >
  </form>
</template>
