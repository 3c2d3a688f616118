<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { nextTick, ref, watch } from 'vue'
import { clockTime } from './clockTime.ts'

/** A time of day, in 24 hours: typed as one likes, kept as "09:30". What is no time is taken back. */
const time = defineModel<string>({ required: true })
const typed = ref(time.value)
watch(time, (now) => (typed.value = now))

async function take(): Promise<void> {
  const read = clockTime(typed.value)
  if (read !== null) time.value = read
  // What was typed is shown first, so that the field changes even where it goes back to what stood there.
  await nextTick()
  typed.value = time.value
}
</script>

<template>
  <InputText
    v-model="typed"
    class="time"
    size="small"
    inputmode="numeric"
    maxlength="10"
    @change="take"
  />
</template>

<style scoped>
.time {
  width: 62px;
  text-align: center;
  font-variant-numeric: tabular-nums;
}
</style>
