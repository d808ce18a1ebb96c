<script setup lang="ts">
import { saveGoal } from '~~/core/contract/goals'
import { testOf } from '~~/core/goal/attainment'
import { GoalFields, type Goal } from '~~/core/goal/goal'
import { draftOf } from '~/live/drafts'
import { refusalOf } from '~/composables/useRefusal'

/** What somebody comes for: goals in their own words, how far each is, and what is agreed next. */
const id = String(useRoute().params.id)
const { store, problem } = await useOpenProfile(id, 'What people come for is for leads.')
const { catalogue } = storeToRefs(useCatalogue())
const goals = ref<Goal[]>(problem.value ? [] : store.opened.goals)
/** The goal whose form is open; `new`: another one. Who went to test it first comes back to what was typed. */
const editing = ref(
  problem.value === '' && (goals.value.length === 0 || draftOf(`goal of ${id}:new`) !== undefined) ? 'new' : '',
)
const saying = ref('')
const wrong = ref('')
function took(now: Goal[]): void {
  goals.value = now
  editing.value = saying.value = ''
}
const open = computed(() => goals.value.filter(({ state }) => state === 'open'))
const closed = computed(() => goals.value.filter(({ state }) => state !== 'open'))
async function close(goal: Goal, state: Goal['state']): Promise<void> {
  wrong.value = ''
  try {
    const body = { ...GoalFields.parse({ ...toRaw(goal), state }), version: goal.version }
    took(await call(saveGoal, { params: { id, goal: goal.id }, body }))
  } catch (error) {
    wrong.value = refusalOf(error).message
    await store.open(id)
    goals.value = store.opened.goals
  }
}
</script>

<template>
  <ProfilePage :id="id" :problem="problem" title="What they come for">
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <ul v-if="open.length > 0" class="divide-y divide-line border-y border-line" aria-label="Open goals">
      <template v-for="goal in open" :key="goal.id">
        <li v-if="editing === goal.id" class="py-4">
          <GoalForm :id="id" :goal="goal" @saved="took" @left="editing = ''" />
        </li>
        <GoalLine v-else :goal="goal" :measures="store.opened.measures">
          <div class="flex flex-wrap gap-1 mt-1 -ml-2.5">
            <NuxtLink
              v-if="testOf(goal, catalogue)"
              :to="`/people/${id}/measure?measure=${testOf(goal, catalogue)?.id}&back=goals`"
              class="button button-quiet"
              >Test it</NuxtLink
            >
            <button
              class="button button-quiet"
              :aria-expanded="saying === goal.id"
              @click="saying = saying === goal.id ? '' : goal.id"
            >
              Say how far
            </button>
            <button class="button button-quiet" @click="editing = goal.id">Change</button>
            <button class="button button-quiet" @click="close(goal, 'reached')">It is reached</button>
            <button class="button button-quiet" @click="close(goal, 'ended')">Given up</button>
          </div>
          <GoalSay v-if="saying === goal.id" :id="id" :goal="goal" @said="took" />
        </GoalLine>
      </template>
    </ul>
    <GoalForm v-if="editing === 'new'" :id="id" :goal="null" @saved="took" @left="editing = ''" />
    <button v-else class="button button-main" @click="editing = 'new'">Agree on another goal</button>
    <section v-if="closed.length > 0" aria-label="No longer open">
      <h2>No longer open</h2>
      <ul class="divide-y divide-line">
        <GoalLine v-for="goal in closed" :key="goal.id" :goal="goal" :measures="store.opened.measures">
          <button class="button button-quiet -ml-2.5 mt-1" @click="close(goal, 'open')">Open it again</button>
        </GoalLine>
      </ul>
    </section>
  </ProfilePage>
</template>
