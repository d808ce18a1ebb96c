<script setup lang="ts">
import { addWeeks, format, formatISO } from 'date-fns'
import { setFlare } from '~~/core/contract/people'
import { REGIONS, type Region } from '~~/core/catalogue/words'
import type { Participant } from '~~/core/offer/participant'
import { refusalOf } from '~/composables/useRefusal'

/** Parts of the body that flare: worked easier for some weeks, then back by a level a meeting. */
const { person } = defineProps<{ person: Participant }>()
const emit = defineEmits<{ changed: [] }>()
const { catalogue } = storeToRefs(useCatalogue())
const region = ref<Region | ''>('')
const problem = ref('')
const words = (of: string) => of.replaceAll('-', ' ')

async function set(of: Region, levels: number): Promise<void> {
  problem.value = ''
  const until = formatISO(addWeeks(new Date(), catalogue.value.judgement.flare.weeks), { representation: 'date' })
  try {
    await call(setFlare, { params: { id: person.id }, body: { region: of, levels, until, reason: '' } })
    region.value = ''
    emit('changed')
  } catch (error) {
    problem.value = refusalOf(error).message
  }
}
</script>

<template>
  <div class="text-[0.94rem] space-y-1" data-test="flares">
    <p v-for="flare in person.flares" :key="flare.region" class="border-l-4 border-mark pl-3">
      <strong class="font-semibold">{{ words(flare.region) }} flaring</strong>, {{ flare.levels }}
      {{ flare.levels === 1 ? 'level' : 'levels' }} easier; from {{ format(flare.until, 'd MMMM') }} on it may come back
      <button class="ml-2 underline min-h-8" @click="set(flare.region, 0)">It is over</button>
    </p>
    <form class="flex flex-wrap gap-2 items-center" @submit.prevent="region && set(region, 1)">
      <label class="flex items-center gap-2"
        >A flare of<select v-model="region" class="field w-56">
          <option value="">–</option>
          <option v-for="one in REGIONS" :key="one" :value="one">{{ words(one) }}</option>
        </select></label
      ><button class="button" :disabled="region === ''">
        Ease it for {{ catalogue.judgement.flare.weeks }} weeks at least
      </button>
    </form>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  </div>
</template>
