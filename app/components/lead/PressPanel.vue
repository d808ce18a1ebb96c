<script setup lang="ts">
import { effortLimit } from '~~/core/offer/effortLimit'
import { calledName } from '~/words/tiers'
import type { LedClass } from '~/composables/useClass'
import type { Logging } from '~/composables/useLogging'

/** The even press in a class: two people and more at once, each with a sensor of their own or a partner's hand. */
const { led, logging } = defineProps<{ led: LedClass; logging: Logging }>()
const emit = defineEmits<{ done: [] }>()
const meeting = useMeeting()
const { catalogue } = storeToRefs(useCatalogue())
const at = computed(() =>
  led.loggedBlock.value ? meeting.planned.blocks.indexOf(led.loggedBlock.value) : led.blockIndex.value,
)
/** Who presses in this block, with their own dose. */
const pressing = computed(() =>
  meeting.present.flatMap((person) => {
    const offer = meeting.riders.get(person.id)?.offers[at.value]?.[0]
    if (!offer?.variation || offer.own.dose.kind !== 'press') return []
    const { effort, seconds, ramp } = offer.own.dose
    return [{ person, task: { wanted: effort, seconds, ramp }, limit: effortLimit(person, catalogue.value) }]
  }),
)
/** Who sits at the sensors: they stay from block to block. */
const seated = ref<string[]>([])
const seats = computed(() => seated.value.flatMap((id) => pressing.value.find((one) => one.person.id === id) ?? []))
const waiting = computed(() => pressing.value.filter(({ person }) => !seated.value.includes(person.id)))
function sit(id: string): void {
  if (id !== '') seated.value = [...seated.value, id]
}
const shown = useTemplateRef<{ press: () => void; isReady: boolean }[]>('seat')
const ready = () => (shown.value ?? []).filter((seat) => seat.isReady)
function all(): void {
  for (const seat of ready()) seat.press()
}
</script>

<template>
  <section
    aria-label="Even press"
    class="bg-raised border border-line rounded-xl p-3 space-y-3"
    data-test="press-panel"
  >
    <div class="flex flex-wrap items-center gap-3">
      <h2 class="text-[1.15rem]">Even press</h2>
      <label v-if="waiting.length > 0"
        ><span class="sr-only">Who presses</span
        ><select class="field w-56" data-test="press-who" @change="sit(takenFrom($event))">
          <option value="">Somebody who presses …</option>
          <option v-for="{ person } in waiting" :key="person.id" :value="person.id">
            {{ calledName(person.name) }}
          </option>
        </select></label
      >
      <button v-if="seats.length > 1" class="button" data-test="press-all" @click="all">All press now</button>
      <span class="text-faint text-[0.94rem]">Breathe out and go on breathing. Sharp pain or dizziness ends it.</span>
      <button class="button button-quiet ml-auto" @click="emit('done')">Close</button>
    </div>
    <p v-if="pressing.length === 0" class="text-faint">Nobody presses in this movement.</p>
    <div class="grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
      <PressSeat
        v-for="one in seats"
        :key="one.person.id"
        ref="seat"
        :name="calledName(one.person.name)"
        :task="one.task"
        :limit="one.limit"
        @keep="logging.noteEvenness(one.person.id, $event)"
        @leave="seated = seated.filter((id) => id !== one.person.id)"
      />
    </div>
  </section>
</template>
