import { edited, EditError, inverseOf, type Edit } from './edits'
import type { Plan } from './plan'

/** What is undone at once: one command, or several that were given together. */
export interface Step {
  edits: Edit[]
  /** In the order in which they take the commands back. */
  inverses: Edit[]
  /** When it was taken, epoch milliseconds. */
  at: number
}

/** Steps that can be undone and redone, the newest last. */
export interface History {
  done: readonly Step[]
  undone: readonly Step[]
}

export const NO_HISTORY: History = { done: [], undone: [] }

/** So many steps are kept: enough for an evening's work. */
const STEPS_KEPT = 200
/** Typing in one field within this time is one step to undo, milliseconds. */
const ONE_STEP_MS = 1200

/**
 * Runs commands one after the other.
 *
 * @returns the plan and the step that takes all of them back
 * @throws {EditError} where one does not fit; nothing is changed then
 * @example
 * performed(plan, [{ edit: 'setMinutes', minutes: 60 }], 0).step.inverses // [{ edit: 'setMinutes', minutes: 45 }]
 */
export function performed(plan: Plan, edits: readonly Edit[], at: number): { plan: Plan; step: Step } {
  const inverses: Edit[] = []
  let result = plan
  for (const edit of edits) {
    inverses.unshift(inverseOf(result, edit))
    result = edited(result, edit)
  }
  return { plan: result, step: { edits: [...edits], inverses, at } }
}

/**
 * The history with a new step; typing on in one field lengthens the last one.
 *
 * @example
 * recorded(NO_HISTORY, performed(plan, [{ edit: 'setMinutes', minutes: 60 }], 0).step).done.length // 1
 */
export function recorded({ done }: History, step: Step): History {
  const last = done.at(-1)
  const isTypedOn = last !== undefined && isSameField(last, step) && step.at - last.at < ONE_STEP_MS
  const steps = isTypedOn ? [...done.slice(0, -1), { ...step, inverses: last.inverses }] : [...done, step]
  return { done: steps.slice(-STEPS_KEPT), undone: [] }
}

/** What became of taking a step back, or of taking it again. */
export type Turned = { kind: 'nothing' } | { kind: 'lost'; history: History } | TurnedStep
interface TurnedStep {
  kind: 'turned'
  plan: Plan
  /** The commands that were run. */
  edits: Edit[]
  history: History
}

/**
 * Takes the last step back, or the last one that was taken back again. One that does not fit any more, since another
 * window has removed its block, leaves the plan as it is and drops out of the history.
 *
 * @example
 * stepped(plan, NO_HISTORY, 'undo') // { kind: 'nothing' }
 */
export function stepped(plan: Plan, history: History, way: 'undo' | 'redo'): Turned {
  const [from, to] = way === 'undo' ? (['done', 'undone'] as const) : (['undone', 'done'] as const)
  const step = history[from].at(-1)
  if (!step) return { kind: 'nothing' }
  const left: History = { ...history, [from]: history[from].slice(0, -1) }
  try {
    const again = performed(plan, step.inverses, 0)
    return {
      kind: 'turned',
      plan: again.plan,
      edits: step.inverses,
      history: { ...left, [to]: [...left[to], again.step] },
    }
  } catch (error) {
    if (!(error instanceof EditError)) throw error
    return { kind: 'lost', history: left }
  }
}

/**
 * The history as it holds on another version of the plan: steps whose blocks are gone drop out, all others stay.
 *
 * @param plan that the commands of this window were put on top of
 * @example
 * rebased(NO_HISTORY, plan) // { done: [], undone: [] }
 */
export function rebased(history: History, plan: Plan): History {
  const ids = new Set(plan.blocks.map((block) => block.id))
  const fits = (step: Step) =>
    [...step.edits, ...step.inverses].every((edit) => !('id' in edit) || ids.has(edit.id) || bringsBack(step, edit.id))
  return { done: history.done.filter(fits), undone: history.undone.filter(fits) }
}

/** Whether a step adds the block that it names. */
function bringsBack({ edits, inverses }: Step, id: string): boolean {
  return [...edits, ...inverses].some((edit) => edit.edit === 'addBlock' && edit.block.id === id)
}

/** Commands that set something: typing one again is typing on. */
const TYPED: ReadonlySet<Edit['edit']> = new Set([
  'setDose',
  'setRounds',
  'setRest',
  'setSideOrder',
  'setTitle',
  'setMinutes',
  'setSchool',
  'setPropsLaidOut',
  'setSpaceCheck',
  'setDrinkBreak',
  'setExhaleCue',
  'setWaitAfterLying',
  'setAim',
  'setLane',
  'setBlock',
  'setBlocks',
] satisfies Edit['edit'][])

function isSameField({ edits: [a, ...more] }: Step, { edits: [b, ...others] }: Step): boolean {
  if (!a || !b || more.length > 0 || others.length > 0 || a.edit !== b.edit || !TYPED.has(a.edit)) return false
  return ('id' in a ? a.id : null) === ('id' in b ? b.id : null)
}
