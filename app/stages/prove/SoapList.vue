<script setup lang="ts">
import { jointClass } from '#core/catalog/joints'
import type { Soap } from '#core/document/types'
import type { Joint } from '#core/prove/types'

/** Every joint with what soap showed at it. */
const job = useJob()
const shop = useShop()
const screen = useScreen()
const prove = computed(() => job.plan!.prove)
const result = computed(() => job.derived!.stages.prove.result)
const joints = computed(() => result.value.joints)
const SOAP: { value: Soap; label: string }[] = [
  { value: 'dry', label: 'nothing' },
  { value: 'foam', label: 'slow foam' },
  { value: 'bubble', label: 'bubbles grow' },
]
function soap({ id, of }: Joint, finding: Soap): void {
  job.edit('Soap finding', (draft) => {
    draft.prove.soap[id] = { finding, who: shop.person?.name ?? '', at: new Date().toISOString(), of }
  })
}
/** Who soaped a joint as it is; what was said of one that has been remade since is old. */
const saidBy = (id: string) =>
  result.value.soap[id] ? prove.value.soap[id]!.who : prove.value.soap[id] ? 'soap anew' : ''
</script>

<template>
  <div class="sheet p-4">
    <h2 class="mb-1">Soap, joint by joint</h2>
    <p class="label mb-2">
      Any growing bubble is a leak. Slow foam passes only with a hold test that reads tight. Bubbles from the
      spray nozzle itself do not count.
    </p>
    <ul>
      <li
        v-for="joint in joints"
        :key="joint.id"
        class="flex flex-wrap gap-2 items-center border-t border-line py-1"
        :class="{ 'bg-chosen': screen.subject === joint.id }"
        :data-subject="joint.id"
      >
        <span class="grow min-w-[180px]"
          >{{ joint.label }}<span class="label">, {{ jointClass(joint.kind).label }}</span></span
        >
        <fieldset class="flex gap-1">
          <legend class="sr-only">{{ joint.label }}</legend>
          <label
            v-for="s in SOAP"
            :key="s.value"
            class="touch flex items-center gap-1 border border-line rounded px-2 text-sm has-checked:bg-chosen has-checked:border-petrol"
            ><input
              type="radio"
              class="accent-petrol"
              :name="joint.id"
              :checked="result.soap[joint.id] === s.value"
              @change="soap(joint, s.value)"
            />{{ s.label }}</label
          >
        </fieldset>
        <span class="label w-16">{{ saidBy(joint.id) }}</span>
        <PhotoRow :subject="`joint:${joint.id}`" :of="joint.label" small />
      </li>
    </ul>
  </div>
</template>
