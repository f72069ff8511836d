<script setup lang="ts">
/** Large keys for a figure, for gloves: digits, point, sign and wiping. The field takes what is typed. */
const text = defineModel<string>({ required: true })
const { unit, label } = defineProps<{ unit: string; label: string }>()
const emit = defineEmits<{ enter: [] }>()
const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0']
const press = (key: string) => (text.value += key)
const wipe = () => (text.value = text.value.slice(0, -1))
</script>

<template>
  <div
    class="no-print rounded border border-line p-2 bg-card w-full max-w-xs"
    role="group"
    :aria-label="`Keys: ${label}`"
  >
    <p class="flex justify-between items-baseline px-2 pb-1">
      <output class="figure text-3xl" :aria-label="label">{{ text || '–' }}</output>
      <span class="label">{{ unit }}</span>
    </p>
    <div class="grid grid-cols-3 gap-1.5">
      <button
        v-for="key in KEYS"
        :key="key"
        type="button"
        class="button quiet justify-center text-2xl min-h-[56px]!"
        @click="press(key)"
      >
        {{ key }}
      </button>
      <button
        type="button"
        class="button quiet justify-center text-2xl min-h-[56px]!"
        aria-label="Wipe one"
        @click="wipe"
      >
        ⌫
      </button>
    </div>
    <button
      type="button"
      class="button justify-center w-full mt-1.5 min-h-[56px]! text-xl"
      @click="emit('enter')"
    >
      Enter
    </button>
  </div>
</template>
