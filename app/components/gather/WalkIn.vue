<script setup lang="ts">
import { addGuest } from '~~/core/contract/meetings'
import { doorQuestion } from '~~/core/catalogue/redFlags'
import { TIERS, type Tier } from '~~/core/catalogue/words'
import { refusalOf } from '~/composables/useRefusal'
import { TIER_NAMES } from '~/words/tiers'

/** Somebody who is not of the circle joins this meeting: a guest who is known, or a name and a place for a walk-in. */
const emit = defineEmits<{ joined: [id: string] }>()
const { catalogue } = storeToRefs(useCatalogue())
const meeting = useMeeting()
const practice = usePractice()
const name = ref('')
type WalkInTier = Exclude<Tier, 'floor'>
const tier = ref<WalkInTier>('chair')
const wrong = ref('')
const known = computed(() =>
  practice.people
    .filter(
      (person) =>
        name.value.trim() !== '' &&
        person.name.toLowerCase().includes(name.value.trim().toLowerCase()) &&
        !meeting.opened.people.some((other) => other.id === person.id),
    )
    .slice(0, 4),
)

async function join(body: { participant: string } | { name: string; tier: WalkInTier }): Promise<void> {
  wrong.value = ''
  try {
    const { participant } = await call(addGuest, { params: { id: meeting.opened.meeting.id }, body })
    await meeting.refresh()
    meeting.sayArrival(participant, {
      ...meeting.arrivalOf(participant),
      came: true,
      late: meeting.opened.classEvents.length > 0,
    })
    name.value = ''
    emit('joined', participant)
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields.name ?? refused.message
  }
}
</script>

<template>
  <form class="space-y-2" novalidate @submit.prevent="join({ name, tier })">
    <div class="flex flex-wrap gap-2 items-end">
      <label class="flex-1 min-w-40"
        ><span class="label text-[0.94rem]">Somebody else came</span
        ><input
          v-model="name"
          class="field"
          autocomplete="off"
          placeholder="Name"
          data-test="walk-in"
          @focus="practice.people.length === 0 && practice.open()"
      /></label>
      <label
        ><span class="label text-[0.94rem]">Works</span
        ><select v-model="tier" class="field w-36">
          <option v-for="one in TIERS.filter((other) => other !== 'floor')" :key="one" :value="one">
            {{ TIER_NAMES[one] }}
          </option>
        </select></label
      >
      <button class="button" :disabled="name.trim() === ''">Joins today</button>
    </div>
    <div v-if="known.length > 0" class="flex flex-wrap gap-2 items-center text-[0.94rem]">
      <span class="text-faint">Known already:</span
      ><button
        v-for="person in known"
        :key="person.id"
        type="button"
        class="button"
        @click="join({ participant: person.id })"
      >
        {{ person.name }}
      </button>
    </div>
    <p class="text-[0.88rem] text-faint">
      A walk-in works at level 2 at most until they are screened. Ask about an operation, and:
      {{ doorQuestion(catalogue.redFlags) }}.
    </p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </form>
</template>
