<script setup lang="ts">
import type { Participant } from '~~/core/offer/participant'
import type { SeatNeeds } from '~~/core/offer/seatNeeds'

/** How somebody joins, what they need of their place, whom they like beside them, and whom to call. */
const { self } = defineProps<{ self: string; wrong: Record<string, string> }>()
const seat = defineModel<SeatNeeds>('seat', { required: true })
const beside = defineModel<string[]>('beside', { required: true })
const joins = defineModel<Participant['joins']>('joins', { required: true })
const homeProps = defineModel<Record<string, number>>('homeProps', { required: true })
const contact = defineModel<string>('contact', { required: true })
const practice = usePractice()
const route = useRoute()
const { catalogue } = storeToRefs(useCatalogue())
const NEEDS: [keyof SeatNeeds, string][] = [
  ['hearing', 'hears poorly'],
  ['sight', 'sees poorly'],
  ['wall', 'needs a wall'],
  ['helper', 'beside the helper'],
  ['door', 'near the door'],
]
if (practice.people.length === 0) await practice.open()
const others = computed(() =>
  practice.people.filter((person) => person.id !== self && !beside.value.includes(person.id)),
)
const nameOf = (id: string) => practice.people.find((person) => person.id === id)?.name ?? 'somebody'
function add(event: Event): void {
  const friend = textIn(event)
  if (friend !== '') beside.value = [...beside.value, friend]
  if (event.target instanceof HTMLSelectElement) event.target.value = ''
}
</script>

<template>
  <fieldset class="space-y-3">
    <legend class="text-[1.2rem] font-semibold mb-2">Their place</legend>
    <div class="flex flex-wrap gap-x-5 gap-y-3">
      <AppField v-slot="{ id, fieldClass }" label="Joins" class="w-64"
        ><select :id="id" v-model="joins" :class="fieldClass">
          <option value="room">in the room</option>
          <option value="wheelchair">in the room, stays in a wheelchair</option>
          <option value="video">by video from home</option>
        </select></AppField
      >
      <AppField
        v-slot="{ id, fieldClass, aria }"
        label="In an emergency call"
        class="w-80"
        :wrong="wrong.emergencyContact"
        ><input :id="id" v-model="contact" :class="fieldClass" v-bind="aria" autocomplete="off"
      /></AppField>
    </div>
    <p v-if="joins === 'wheelchair'" class="border-l-4 border-mark pl-3">
      Brakes on, footplates up; the chair lane without transfers.
    </p>
    <p v-if="joins === 'video'" class="border-l-4 border-mark pl-3">
      Own chair or bed, the camera on the whole body, somebody within call.
    </p>
    <div class="flex flex-wrap gap-x-6">
      <label v-for="[key, words] in NEEDS" :key="key" class="flex items-center gap-2 min-h-11"
        ><input
          type="checkbox"
          class="size-5 accent-action"
          :checked="seat[key]"
          @change="seat = { ...seat, [key]: isTicked($event) }"
        />{{ words }}</label
      >
    </div>
    <div class="flex flex-wrap items-center gap-3">
      <span
        v-for="id in beside"
        :key="id"
        class="bg-action-soft rounded-full pl-4 pr-1 min-h-11 inline-flex items-center gap-1"
        >beside {{ nameOf(id)
        }}<button
          type="button"
          class="button button-quiet"
          :aria-label="`Not beside ${nameOf(id)} any more`"
          @click="beside = beside.filter((other) => other !== id)"
        >
          ×
        </button></span
      >
      <select
        v-if="others.length > 0 && beside.length < 6"
        class="field w-64"
        aria-label="Likes to sit beside"
        @change="add"
      >
        <option value="">likes to sit beside …</option>
        <option v-for="other in others" :key="other.id" :value="other.id">{{ other.name }}</option>
      </select>
    </div>
    <details id="at-home" :open="route.hash === '#at-home'">
      <summary class="cursor-pointer min-h-11">
        At home they have
        {{
          Object.entries(homeProps)
            .filter(([, count]) => count > 0)
            .map(
              ([prop, count]) =>
                `${count} ${(count === 1 ? catalogue.props.get(prop)?.name : catalogue.props.get(prop)?.plural) ?? prop}`,
            )
            .join(', ') || 'nothing written down'
        }}
      </summary>
      <div class="flex flex-wrap gap-x-5 gap-y-2 mt-2">
        <label v-for="prop in catalogue.props.values()" :key="prop.id" class="flex items-center gap-2"
          ><input
            :value="homeProps[prop.id] ?? 0"
            type="number"
            min="0"
            max="20"
            class="field w-20 numerals"
            @change="
              homeProps = {
                ...homeProps,
                [prop.id]: Math.max(0, Math.min(20, Math.round(Number(textIn($event))) || 0)),
              }
            "
          />{{ prop.plural }}</label
        >
      </div>
    </details>
  </fieldset>
</template>
