<script setup lang="ts">
import { readTypedTable, tableHead, typedTable } from '#core/air/parts/sheetTables'
import type { OwnClass } from '#core/document/types'

/**
 * The table from a part's sheet, typed or pasted: one row a line, in the shop's units. Invalid text stays, with
 * a message.
 */
const { part } = defineProps<{ part: OwnClass }>()
const emit = defineEmits<{ change: [table: number[][]] }>()
const shop = useShop()
const id = useId()
const typed = ref<string | null>(null)
const problem = ref('')
const shown = computed(() => typedTable(part, shop.units))
const head = computed(() => tableHead(part.kind, shop.units))
function finish(): void {
  if (typed.value === null) return
  if (typed.value.trim() !== shown.value.trim()) {
    const read = readTypedTable(typed.value, part.kind, shop.units, part.table)
    problem.value = read.problem ?? ''
    if (!read.table) return
    emit('change', read.table)
  }
  typed.value = null
  problem.value = ''
}
</script>

<template>
  <div>
    <label :for="id" class="label">Table off its sheet, a line for each row: {{ head }}</label>
    <textarea
      :id="id"
      class="field font-mono text-sm"
      rows="6"
      spellcheck="false"
      :value="typed ?? shown"
      :aria-invalid="problem !== ''"
      :aria-describedby="`${id}-said`"
      @input="typed = ($event.target as HTMLTextAreaElement).value"
      @blur="finish"
    />
    <p v-if="problem" :id="`${id}-said`" class="text-sm text-brick font-semibold" role="alert">
      {{ problem }}
    </p>
    <p v-else :id="`${id}-said`" class="label">
      {{
        part.table.length
          ? 'The table rules: what it says is not asked a second time above.'
          : 'Empty: the curve of the class it begins from, by the figures above.'
      }}
    </p>
  </div>
</template>
