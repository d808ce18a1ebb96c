import { backTo } from '~~/core/plan/backTo'
import type { Edit } from '~~/core/plan/edits'
import { NO_HISTORY, performed, rebased, recorded, stepped, type History } from '~~/core/plan/history'
import type { Block } from '~~/core/plan/plan'
import { settingsWords } from '~/words/prepare'

/**
 * Edits the open meeting's plan: commands with undo and redo, saved by themselves. Lives as long as the visit, so a
 * step
 * taken in Prepare can still be undone after a look into Gather.
 */
export const usePlanEditor = defineStore('planEditor', () => {
  const meeting = useMeeting()
  let openId = ''
  const history = shallowRef<History>(NO_HISTORY)
  /** Blocks that were copied; they can be put into another meeting's plan as well. */
  const copied = shallowRef<Block[]>([])
  const catalogues = useCatalogue()
  const saving = usePlanSaving({
    replaced: (plan) => (history.value = rebased(history.value, plan)),
    overruled: (stands, back, by) => {
      remember(stands, back)
      saving.notice.value =
        `${by || 'Somebody else'} had set ${wordsOf(back)} meanwhile. Yours stands; ` + 'Undo puts theirs back.'
    },
  })
  /** Makes something that stands one undo away from what it put aside. */
  function remember(edits: Edit[], inverses: Edit[]): void {
    history.value = { done: [...history.value.done, { edits, inverses, at: 0 }], undone: [] }
  }
  const wordsOf = (edits: Edit[]): string =>
    settingsWords(edits, meeting.planned, (id) => catalogues.catalogue.movements.get(id)?.name)
  watch(
    () => meeting.changedElsewhere,
    (changed) => {
      if (!changed || meeting.opened.meeting.id !== openId) return
      const { before, by } = changed
      const own = history.value.done.flatMap((step) => step.edits)
      const back = backTo(own, meeting.planned, before)
      history.value = rebased(history.value, meeting.planned)
      if (back.length === 0) return
      remember(backTo(own, before, meeting.planned), back)
      saving.notice.value =
        `${by || 'Somebody else'} has set ${wordsOf(back)} now. Theirs stands; ` + 'Undo puts yours back.'
    },
  )

  /**
   * Begins with the plan of the open meeting and what earlier visits left of it; does nothing when it is open already.
   */
  async function open(): Promise<void> {
    const { id } = meeting.opened.meeting
    if (id === openId) return
    openId = id
    history.value = NO_HISTORY
    await saving.begin(id)
  }

  /** Gives one command, or several that are one step to undo. */
  function apply(...edits: Edit[]): void {
    if (edits.length === 0 || !meeting.plan) return
    const { plan, step } = performed(meeting.plan, edits, Date.now())
    meeting.plan = plan
    history.value = recorded(history.value, step)
    saving.take(edits)
  }

  function turn(way: 'undo' | 'redo'): void {
    if (!meeting.plan) return
    const back = stepped(meeting.plan, history.value, way)
    if (back.kind === 'nothing') return
    history.value = back.history
    if (back.kind === 'lost') {
      saving.notice.value = 'That step cannot be taken back: its block was removed in another window.'
      return
    }
    meeting.plan = back.plan
    saving.take(back.edits)
  }

  return {
    open,
    apply,
    undo: () => turn('undo'),
    redo: () => turn('redo'),
    copied,
    canUndo: computed(() => history.value.done.length > 0),
    canRedo: computed(() => history.value.undone.length > 0),
    state: saving.state,
    notice: saving.notice,
  }
})
