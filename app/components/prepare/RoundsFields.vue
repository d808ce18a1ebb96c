<script setup lang="ts">
import { SideOrder, type SidePolicy } from '~~/core/catalogue/words'
import type { Edit } from '~~/core/plan/edits'
import { Block } from '~~/core/plan/plan'
import { isTwoSided } from '~~/core/time/workSeconds'

/** How often a block is done, with how much rest, and on which side first. */
const { block, sides } = defineProps<{ block: Block; sides: SidePolicy; disabled: boolean }>()
const emit = defineEmits<{ edit: [edit: Edit] }>()
const id = useId()
</script>

<template>
  <div class="flex flex-wrap gap-x-4 gap-y-3 items-start">
    <NumberField
      label="Rounds"
      :value="block.rounds"
      :schema="Block.shape.rounds"
      :disabled="disabled"
      data-field="rounds"
      @change="emit('edit', { edit: 'setRounds', id: block.id, rounds: $event })"
    />
    <NumberField
      label="Rest"
      unit="s"
      :value="block.restSeconds"
      :schema="Block.shape.restSeconds"
      :disabled="disabled"
      data-field="rest"
      @change="emit('edit', { edit: 'setRest', id: block.id, restSeconds: $event })"
    />
    <label v-if="block.rounds > 1 && block.restSeconds > 0" class="flex items-center gap-2 min-h-11 self-end"
      ><input
        type="checkbox"
        class="size-5 accent-action"
        :checked="block.untilTalk ?? false"
        :disabled="disabled"
        data-field="until-talk"
        @change="emit('edit', { edit: 'setUntilTalk', id: block.id, untilTalk: isTicked($event) || undefined })"
      />until everybody can talk</label
    >
    <div v-if="isTwoSided(sides)" class="w-44">
      <label class="label text-[0.94rem]" :for="id">Sides</label>
      <select
        :id="id"
        class="field"
        :value="block.sideOrder"
        :disabled="disabled"
        @change="
          emit('edit', {
            edit: 'setSideOrder',
            id: block.id,
            sideOrder: chosenOf(SideOrder.options, $event) ?? block.sideOrder,
          })
        "
      >
        <option value="one-side-first">One side first</option>
        <option value="taking-turns">Taking turns</option>
      </select>
    </div>
  </div>
</template>
