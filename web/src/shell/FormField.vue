<script setup lang="ts">
import { onMounted, useId, useTemplateRef, watch } from 'vue'

/** A field with its label, a hint, and what the server found wrong with it; the control is whatever PrimeVue has for it. */
const { label, hint, fault } = defineProps<{
  label: string
  hint?: string
  /** Of a form's `faults`: why what was sent cannot be. */
  fault?: string
}>()
const field = useTemplateRef('field')
const about = useId()

/** Who hears the page instead of seeing it is told at the control itself. */
function tell(): void {
  const control = field.value?.querySelector('input, textarea, [role="combobox"]')
  control?.setAttribute('aria-invalid', String(fault !== undefined))
  if (hint || fault) control?.setAttribute('aria-describedby', about)
  else control?.removeAttribute('aria-describedby')
}
onMounted(tell)
watch([() => fault, () => hint], tell, { flush: 'post' })
</script>

<template>
  <label ref="field" class="field" :class="{ wrong: fault }"
    ><span>{{ label }}</span
    ><slot /><span v-if="hint || fault" :id="about" class="about"
      ><span v-if="fault" role="alert" data-test="fault">{{ fault }}</span
      ><template v-else>{{ hint }}</template></span
    ></label
  >
</template>

<style scoped>
.about {
  font-size: var(--text-tiny);
}
.wrong .about {
  color: var(--brick);
}
.wrong :deep(:is(.p-inputtext, .p-select, .p-textarea)) {
  border-color: var(--brick);
}
</style>
