<script setup lang="ts">
import { joined } from '~~/core/sentence'
import { dequal } from 'dequal/lite'
import { doseWords, roundsWords } from '~~/core/plan/doseWords'
import type { Edit } from '~~/core/plan/edits'
import type { Block } from '~~/core/plan/plan'
import { readDose } from '~~/core/plan/readDose'
import type { SidePolicy } from '~~/core/catalogue/words'

/** The block's dose as a sentence that can be typed over: "30 s hold, 2 rounds, one side first". */
const { block, sides, disabled = false } = defineProps<{ block: Block; sides: SidePolicy; disabled?: boolean }>()
const emit = defineEmits<{ edit: [edit: Edit] }>()
const said = computed(() =>
  joined([
    doseWords(block.dose),
    roundsWords(block.rounds, sides, block.sideOrder, block.catchUp),
    block.restSeconds > 0 ? `rest ${block.restSeconds} s` : '',
    block.restSeconds > 0 && block.untilTalk && 'until everybody can talk',
  ]),
)
const typed = ref(said.value)
const wrong = ref('')
const id = useId()
watch(said, (to) => {
  typed.value = to
  wrong.value = ''
})
function apply(): void {
  if (typed.value === said.value) return
  const read = readDose(typed.value, block)
  if ('wrong' in read) return void (wrong.value = read.wrong)
  wrong.value = ''
  const { id } = block
  if (!dequal(read.dose, block.dose)) emit('edit', { edit: 'setDose', id, dose: read.dose })
  if (read.rounds !== block.rounds) emit('edit', { edit: 'setRounds', id, rounds: read.rounds })
  if (read.restSeconds !== block.restSeconds) emit('edit', { edit: 'setRest', id, restSeconds: read.restSeconds })
  if (read.untilTalk !== block.untilTalk) emit('edit', { edit: 'setUntilTalk', id, untilTalk: read.untilTalk })
  if (read.sideOrder !== block.sideOrder) emit('edit', { edit: 'setSideOrder', id, sideOrder: read.sideOrder })
  if (read.catchUp !== block.catchUp) emit('edit', { edit: 'setCatchUp', id, catchUp: read.catchUp })
  typed.value = said.value
}
</script>

<template>
  <div>
    <div class="flex items-center gap-3">
      <input
        :id="id"
        v-model="typed"
        class="field flex-1 min-w-0"
        :class="wrong ? 'field-wrong' : ''"
        aria-label="The dose in words"
        :aria-invalid="wrong ? true : undefined"
        :aria-describedby="`${id}-example`"
        :disabled="disabled"
        autocomplete="off"
        data-field="sentence"
        @keydown.enter.prevent="apply"
        @change="apply"
      />
      <span :id="`${id}-example`" class="text-faint text-[0.88rem] leading-tight shrink-0"
        >for example<br />“2 × 6 slow, rest 10 s”</span
      >
    </div>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </div>
</template>
