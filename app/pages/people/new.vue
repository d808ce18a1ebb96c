<script setup lang="ts">
import { saveCircle } from '~~/core/contract/circles'
import type { Participant } from '~~/core/offer/participant'
import { refusalOf } from '~/composables/useRefusal'

/** Somebody new: what is needed to begin; the rest is asked in the screening. */
const { isLead } = useAccount()
const practice = usePractice()
await practice.open()
const route = useRoute()
/** The circles they come to: the only one, or the one from which somebody is added. */
const circles = ref<string[]>(
  practice.circles.map(({ id }) => id).filter((id) => practice.circles.length === 1 || id === route.query.circle),
)
const form = ref(0)
const added = ref<Participant[]>([])
const problem = ref('')

async function saved(person: Participant, another: boolean): Promise<void> {
  problem.value = ''
  try {
    for (const id of circles.value) await join(id, person)
  } catch (error) {
    problem.value = `${person.name} is written down, but is in no circle yet: ${refusalOf(error).message}`
    return
  }
  if (!another) return void (await navigateTo(`/people/${person.id}`))
  added.value = [...added.value, person]
  form.value += 1
}
async function join(circleId: string, person: Participant): Promise<void> {
  await practice.open()
  const circle = practice.circles.find(({ id }) => id === circleId)
  if (!circle) return
  const { id, ...body } = circle
  await call(saveCircle, { params: { id }, body: { ...body, members: [...circle.members, person.id] } })
}
</script>

<template>
  <div class="space-y-6">
    <p><NuxtLink to="/people" class="text-action underline underline-offset-4">People</NuxtLink></p>
    <h1>A new person</h1>
    <p v-if="!isLead" class="text-faint">Only a lead can add a person.</p>
    <template v-else>
      <p v-if="added.length > 0" class="bg-action-soft rounded-lg px-4 py-2" role="status">
        Written down:
        <template v-for="(person, at) in added" :key="person.id"
          >{{ at > 0 ? ', ' : ''
          }}<NuxtLink :to="`/people/${person.id}`" class="underline underline-offset-4">{{
            person.name
          }}</NuxtLink></template
        >. The next one:
      </p>
      <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
      <PersonForm :key="form" :person="null" @saved="saved">
        <fieldset v-if="practice.circles.length > 0">
          <legend class="text-[1.2rem] font-semibold mb-1">Comes to</legend>
          <label v-for="circle in practice.circles" :key="circle.id" class="flex items-center gap-3 min-h-11"
            ><input v-model="circles" type="checkbox" :value="circle.id" class="size-5 accent-action" />{{
              circle.name
            }}</label
          >
        </fieldset>
      </PersonForm>
    </template>
  </div>
</template>
