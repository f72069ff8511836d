<script setup lang="ts">
import type { Edit } from '#core/document/edit'
import type { ClashPlace } from '#core/document/exchange'
import { nameOfPlace, valueText } from '#core/document/places'

/**
 * Shown when somebody else changed the same thing: both values are shown, one is chosen, and nothing is lost.
 */
const { places, document, edits } = defineProps<{
  places: ClashPlace[] | null
  /** The document from which the names of the places are read. */
  document: unknown
  /** The edits that are waiting. */
  edits: readonly Edit[]
}>()
const emit = defineEmits<{ settle: [choices: ('mine' | 'theirs')[]] }>()
const shop = useShop()
const choices = ref<('mine' | 'theirs')[]>([])
watch(
  () => places,
  (now) => (choices.value = now?.map(() => 'mine') ?? []),
  { immediate: true },
)
const own = computed(() => shop.person?.name ?? 'You')

const words = (value: unknown, path: string[]) => valueText(value, path, shop.units)
const whenSaid = (at: string) =>
  at ? new Date(at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' }) : ''
</script>

<template>
  <SheetDialog :open="places !== null" title="Somebody else changed the same thing" width="max-w-2xl">
    <template v-if="places">
      <p class="label mb-3">
        Everything else is saved together with what they did. Choose for each line what the truck has.
      </p>
      <fieldset v-for="(place, i) in places" :key="place.path.join('.')" class="border-t border-line py-3">
        <legend class="font-semibold">{{ nameOfPlace(document, place.path, edits) }}</legend>
        <p class="label">
          It was <span class="figure">{{ words(place.base, place.path) }}</span>
        </p>
        <div class="grid sm:grid-cols-2 gap-2 mt-1">
          <label
            v-for="side in ['mine', 'theirs'] as const"
            :key="side"
            class="touch border border-line rounded px-3 py-2 has-checked:bg-chosen has-checked:border-petrol flex gap-2"
          >
            <input
              v-model="choices[i]"
              type="radio"
              :name="`clash-${i}`"
              :value="side"
              class="accent-petrol shrink-0 size-4 self-center"
            />
            <span class="min-w-0 break-words"
              ><span class="figure font-semibold block">{{ words(place[side], place.path) }}</span
              ><span class="label">{{
                side === 'mine'
                  ? `${own}, not saved yet`
                  : [place.who || 'Somebody else', whenSaid(place.at)].filter(Boolean).join(', ')
              }}</span></span
            >
          </label>
        </div>
      </fieldset>
      <button type="button" class="button mt-3" @click="emit('settle', choices)">Keep these</button>
    </template>
  </SheetDialog>
</template>
