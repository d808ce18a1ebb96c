import { z } from 'zod'
import { edited, inverseOf, replayed, type Edit } from '~~/core/plan/edits'
import { Plan, type Block } from '~~/core/plan/plan'
import { refusalOf } from '~/composables/useRefusal'

const SAVE_AFTER_MS = 600
const RETRY_AFTER_MS = 5000
/** Typing in one field within this time is one step to undo. */
const ONE_STEP_MS = 1200

const Saved = z.object({ plan: Plan, planVersion: z.number() })

/** What is undone at once: one command, or several that were given together. */
interface Step {
  edits: Edit[]
  /** In the order in which they take the commands back. */
  inverses: Edit[]
  at: number
}

export type SavedState = 'saved' | 'saving' | 'waiting' | 'closed'

/**
 * Edits the open meeting's plan: commands with undo and redo, saved by themselves on top of the version that was read.
 * When another tab was faster, the commands of this one are put on top of its plan and that is said. Commands that
 * have not reached the server are kept in the browser. Lives as long as the visit, so a step taken in Prepare can
 * still be undone after a look into Gather.
 */
export const usePlanEditor = defineStore('planEditor', () => {
  const meeting = useMeeting()
  let meetingId = ''
  let kept = useKeptEdits('')
  let unsaved: Edit[] = []
  let saving = false
  let timer: ReturnType<typeof setTimeout> | undefined
  const undoSteps = ref<Step[]>([])
  const redoSteps = ref<Step[]>([])
  /** Blocks that were copied; they can be put into another meeting's plan as well. */
  const copied = shallowRef<Block[]>([])
  const state = ref<SavedState>('saved')
  /** What happened to this plan elsewhere, in words; empty when nothing did. */
  const notice = ref('')

  /** Begins with the plan of the open meeting and what earlier visits left of it; does nothing when it is open already. */
  async function open(): Promise<void> {
    const { id } = meeting.view!.meeting
    if (id === meetingId) return
    meetingId = id
    kept = useKeptEdits(id)
    unsaved = []
    undoSteps.value = []
    redoSteps.value = []
    state.value = 'saved'
    notice.value = ''
    for (const left of await kept.takeOver()) {
      if (left.edits.length === 0) continue
      const isSame = left.version === version()
      unsaved.push(...left.edits)
      putOnTop(
        meeting.plan!,
        version(),
        isSame
          ? 'Unsaved changes of an earlier visit were found.'
          : 'This plan was changed since an earlier visit left it unsaved.',
      )
    }
  }

  function version(): number {
    return meeting.view!.meeting.planVersion
  }
  function keep(): void {
    kept.keep(version(), unsaved)
    meeting.planIsDirty = unsaved.length > 0
  }

  function run(edit: Edit): void {
    meeting.plan = edited(meeting.plan!, edit)
    unsaved.push(edit)
    keep()
    saveSoon(SAVE_AFTER_MS)
  }

  /** Gives one command, or several that are one step to undo. */
  function apply(...edits: Edit[]): void {
    if (edits.length === 0) return
    const step: Step = { edits, inverses: inOneGo(edits), at: Date.now() }
    const last = undoSteps.value.at(-1)
    if (last && isSameField(last, step) && step.at - last.at < ONE_STEP_MS)
      undoSteps.value.splice(-1, 1, { ...step, inverses: last.inverses })
    else undoSteps.value.push(step)
    redoSteps.value = []
  }
  /** Runs commands one after the other and says what takes all of them back. */
  function inOneGo(edits: readonly Edit[]): Edit[] {
    const inverses: Edit[] = []
    for (const edit of edits) {
      inverses.unshift(inverseOf(meeting.plan!, edit))
      run(edit)
    }
    return inverses
  }

  function undo(): void {
    turnBack(undoSteps.value, redoSteps.value)
  }
  function redo(): void {
    turnBack(redoSteps.value, undoSteps.value)
  }
  /** Takes the last step of one pile back and puts its opposite on the other. */
  function turnBack(from: Step[], to: Step[]): void {
    const step = from.pop()
    if (!step) return
    try {
      to.push({ edits: step.inverses, inverses: inOneGo(step.inverses), at: 0 })
    } catch {
      notice.value = 'That step cannot be taken back: its block was removed in another window.'
    }
  }

  function saveSoon(after: number): void {
    if (state.value === 'closed') return
    state.value = state.value === 'waiting' && after !== SAVE_AFTER_MS ? 'waiting' : 'saving'
    clearTimeout(timer)
    timer = setTimeout(() => void save(), after)
  }

  async function save(): Promise<void> {
    if (saving || unsaved.length === 0) return
    saving = true
    const sent = unsaved.length
    const id = meetingId
    try {
      const saved = Saved.parse(
        await $fetch(`/api/meetings/${id}/plan`, {
          method: 'PUT',
          body: { version: version(), plan: meeting.plan },
          retry: 0,
        }),
      )
      if (id !== meetingId) return
      meeting.planSaved(saved)
      unsaved = unsaved.slice(sent)
      state.value = 'saved'
      keep()
    } catch (error) {
      if (id === meetingId) afterRefusal(error)
    } finally {
      saving = false
    }
    if (unsaved.length > 0 && state.value === 'saved') saveSoon(0)
  }

  function afterRefusal(error: unknown): void {
    const refused = refusalOf(error)
    const current = Saved.safeParse(refused.current)
    if (refused.status === 409 && current.success) {
      putOnTop(current.data.plan, current.data.planVersion, 'This plan was changed in another window.')
    } else if (refused.status === 423 || refused.status === 403) {
      state.value = 'closed'
      notice.value = refused.message
    } else {
      state.value = 'waiting'
      notice.value = refused.status === 0 || refused.status >= 500 ? '' : refused.message
      saveSoon(RETRY_AFTER_MS)
    }
  }

  /** Puts this tab's unsaved commands on top of another version and says so. */
  function putOnTop(plan: Plan, newVersion: number, why: string): void {
    const again = replayed(plan, unsaved)
    meeting.planSaved({ plan, planVersion: newVersion })
    unsaved = again.kept
    meeting.plan = again.plan
    keep()
    const lost =
      again.lost.length === 0 ? 'Nothing is lost.' : `Left out, since its block is gone: ${again.lost.length} of yours.`
    notice.value = `${why} Your changes were put on top of it. ${lost}`
    saveSoon(0)
  }

  if (import.meta.client) window.addEventListener('online', () => saveSoon(0))
  return {
    open,
    apply,
    undo,
    redo,
    copied,
    canUndo: computed(() => undoSteps.value.length > 0),
    canRedo: computed(() => redoSteps.value.length > 0),
    state,
    notice,
  }
})

function isSameField({ edits: [a, ...more] }: Step, { edits: [b, ...others] }: Step): boolean {
  if (!a || !b || more.length > 0 || others.length > 0 || a.edit !== b.edit || !a.edit.startsWith('set')) return false
  return !('id' in a) || !('id' in b) || a.id === b.id
}
