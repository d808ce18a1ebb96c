import { savePlan } from '~~/core/contract/meetings'
import type { BodyOf, ReplyOf } from '~~/core/contract/route'
import { replayed, type Edit } from '~~/core/plan/edits'
import type { Plan } from '~~/core/plan/plan'
import { refusalOf } from './useRefusal'

const SAVE_AFTER_MS = 600
const RETRY_AFTER_MS = 5000
/** So many commands go at once; what is left goes next. */
const SENT_AT_ONCE: number = 400

const NOT_KEPT = 'This browser has no room left. Do not close this window until it says Saved.'

export type SavedState = 'saved' | 'saving' | 'waiting' | 'closed'

/**
 * Commands on their way to the server: sent by themselves after a pause, on top of the version that was read. Where
 * somebody else was faster, the server puts them on top of that plan and hands it over. What has not reached the server
 * is kept in the browser.
 *
 * @param heard `replaced`: with the plan that came from elsewhere, once this window's commands stand on top of it;
 * `overruled`: with what stands here and what puts back that which somebody else had set of the same
 */
export function usePlanSaving(heard: {
  replaced: (plan: Plan) => void
  overruled: (stands: Edit[], back: Edit[], by: string) => void
}) {
  const meeting = useMeeting()
  let meetingId = ''
  let kept = useKeptEdits('')
  let unsaved: Edit[] = []
  let saving = false
  let timer: ReturnType<typeof setTimeout> | undefined
  const state = ref<SavedState>('saved')
  /** What happened to this plan elsewhere, in words; empty when nothing did. */
  const notice = ref('')

  const version = () => meeting.opened.meeting.planVersion
  function keep(): void {
    meeting.planIsDirty = unsaved.length > 0
    void kept.keep(version(), unsaved).then((isKept) => {
      if (!isKept) notice.value = NOT_KEPT
      else if (notice.value === NOT_KEPT) notice.value = ''
    })
  }

  /** Begins with the open meeting's plan and what earlier visits left of it. */
  async function begin(id: string): Promise<void> {
    meetingId = id
    kept = useKeptEdits(id)
    unsaved = []
    state.value = 'saved'
    notice.value = ''
    for (const left of await kept.takeOver()) {
      if (left.edits.length === 0) continue
      unsaved.push(...left.edits)
      const why =
        left.version === version()
          ? 'Unsaved changes of an earlier visit were found.'
          : 'This plan was changed since an earlier visit left it unsaved.'
      putOnTop(meeting.planned, version(), why)
    }
  }

  /** Takes commands that the plan on the screen holds already. */
  function take(edits: readonly Edit[]): void {
    unsaved.push(...edits)
    keep()
    saveSoon(SAVE_AFTER_MS)
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
    const id = meetingId
    const body: BodyOf<typeof savePlan> = { version: version(), edits: unsaved.slice(0, SENT_AT_ONCE) }
    try {
      const saved = await call(savePlan, { params: { id }, body })
      if (id === meetingId) afterSaving(saved, body.edits.length)
    } catch (error) {
      if (id === meetingId) afterRefusal(error)
    } finally {
      saving = false
    }
    if (unsaved.length > 0 && state.value === 'saved') saveSoon(0)
  }

  function afterSaving({ plan, planVersion, lost, overruled, by }: ReplyOf<typeof savePlan>, sent: number): void {
    const stands = unsaved.slice(0, sent)
    // What was typed while they were on their way stands on top of what came back.
    const stored = plan ?? replayed(meeting.opened.meeting.plan, stands).plan
    unsaved = unsaved.slice(sent)
    state.value = 'saved'
    if (plan) putOnTop(plan, planVersion, 'This plan was changed in another window.', lost)
    else meeting.planSaved({ plan: stored, planVersion })
    if (overruled.length > 0) heard.overruled(stands, overruled, by)
    keep()
  }

  function afterRefusal(error: unknown): void {
    const refused = refusalOf(error)
    if (refused.status === 423 || refused.status === 403 || refused.kind === 'broken') {
      state.value = 'closed'
      notice.value = refused.message
      return
    }
    state.value = 'waiting'
    notice.value = refused.status === 0 || refused.status >= 500 ? '' : refused.message
    saveSoon(RETRY_AFTER_MS)
  }

  /** Puts this window's unsaved commands on top of another version and says so. */
  function putOnTop(plan: Plan, newVersion: number, why: string, lostBefore = 0): void {
    const again = replayed(plan, unsaved)
    meeting.planSaved({ plan, planVersion: newVersion })
    unsaved = again.kept
    meeting.plan = again.plan
    keep()
    heard.replaced(again.plan)
    const count = again.lost.length + lostBefore
    const lost = count === 0 ? 'Nothing is lost.' : `Left out, since its block is gone: ${count} of yours.`
    notice.value = `${why} Your changes were put on top of it. ${lost}`
    if (unsaved.length > 0) saveSoon(0)
  }

  if (import.meta.client) window.addEventListener('online', () => saveSoon(0))
  return { begin, take, state, notice }
}
