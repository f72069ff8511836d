<script setup lang="ts">
/** Asks before replacing a circuit or a truck that somebody has edited. */
const WORDS = {
  circuit: {
    title: 'Start the circuit anew?',
    stays:
      'Steps, tests and findings stay on record as of the earlier circuit, to be undone or done again. Undo brings everything back.',
    keep: 'Keep the circuit',
    replace: 'Start anew',
  },
  truck: {
    title: 'Begin with another truck?',
    stays: 'Hauls, circuit and all else stay. Undo brings the truck back.',
    keep: 'Keep the truck',
    replace: 'Begin with the other',
  },
}
const words = computed(() => WORDS[asked.value?.what ?? 'circuit'])
const job = useJob()
const screen = useScreen()
const keep = useTemplateRef('keep')
const asked = computed(() => screen.replacing)
function replace(): void {
  const { remedy } = asked.value!
  screen.replacing = null
  job.applyRemedy(remedy)
}
</script>

<template>
  <SheetDialog
    :open="asked !== null"
    :initial-focus="keep"
    :title="words.title"
    @close="screen.replacing = null"
  >
    <template v-if="asked">
      <p class="mt-1">
        “{{ asked.remedy.label }}” replaces the {{ asked.what }} of this job. This work is removed, or no
        longer counts:
      </p>
      <ul class="list-disc pl-5 my-2">
        <li v-for="work in asked.work" :key="work">{{ work }}</li>
      </ul>
      <p class="label">{{ words.stays }}</p>
      <div class="flex flex-wrap gap-2 mt-3">
        <button ref="keep" type="button" class="button" @click="screen.replacing = null">
          {{ words.keep }}
        </button>
        <button type="button" class="button quiet" @click="replace">{{ words.replace }}</button>
      </div>
    </template>
  </SheetDialog>
</template>
