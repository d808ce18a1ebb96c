import { hasBegun } from '../../core/lead/clock'
import { backTo } from '../../core/plan/backTo'
import { replayed, type Edit } from '../../core/plan/edits'
import { Plan } from '../../core/plan/plan'
import { practiceCatalogue } from '../catalogue/practiceCatalogue'
import { classEventsOf } from '../database/outcomes'
import { planChangedBy, planInVersion } from '../database/planVersions'
import { changePlan } from '../database/plans'
import type { Acting } from '../database/rows'
import { fieldMessages, notValid, refusal } from '../http/refuse'
import { tell } from '../live/following'

/** What became of commands that were put on top of a plan. */
export interface ReplayedPlan {
  planVersion: number
  /** Null: it is the one that the commands were given on. */
  plan: Plan | null
  /** Commands that did not fit any more. */
  lost: number
  /** Commands that put back what others had set of the same meanwhile. */
  overruled: Edit[]
  /** Who made the version that they were put on top of; empty where nothing was overruled. */
  by: string
}

/**
 * Puts commands on top of the stored plan, whoever else has changed it meanwhile, and tells every screen that follows.
 *
 * @param version that the commands were given on
 * @throws 423 once the class has begun, 422 where the plan would not be one any more
 */
export async function replayEdits(
  acting: Acting,
  meetingId: string,
  { version, edits }: { version: number; edits: readonly Edit[] },
): Promise<ReplayedPlan> {
  const known = new Set((await practiceCatalogue(acting)).movements.map((movement) => movement.id))
  const seen: Omit<ReplayedPlan, 'plan' | 'planVersion'> & { isOther: boolean } = {
    isOther: false,
    lost: 0,
    overruled: [],
    by: '',
  }
  const saved = await changePlan(acting, meetingId, async (plan, stored, within) => {
    await requireNotBegun(within, meetingId)
    const again = replayed(plan, edits)
    seen.isOther = stored !== version
    seen.lost = again.lost.length
    const base = seen.isOther ? await planInVersion(within, meetingId, version) : null
    seen.overruled = base ? backTo(edits, base, plan) : []
    seen.by = seen.overruled.length > 0 ? await planChangedBy(within, meetingId, stored) : ''
    return checked(again.plan, known)
  })
  tell(acting, meetingId)
  const { isOther, ...said } = seen
  return { ...said, planVersion: saved.planVersion, plan: isOther || said.lost > 0 ? saved.plan : null }
}

/** @throws 423 once the class has begun: its plan stays as it is led */
async function requireNotBegun(acting: Acting, meetingId: string): Promise<void> {
  if (hasBegun(await classEventsOf(acting, meetingId)))
    throw refusal(423, 'class-begun', 'The class has begun: its plan stays as it is led.')
}

function checked(plan: Plan, known: ReadonlySet<string>): Plan {
  const parsed = Plan.safeParse(plan)
  if (!parsed.success) throw notValid(fieldMessages(parsed.error))
  const unknown = parsed.data.blocks.findIndex((block) => !known.has(block.movement))
  if (unknown >= 0) throw notValid({ [`blocks.${unknown}.movement`]: 'This movement is not in the catalogue.' })
  return parsed.data
}
