import type { Meeting } from '../../core/contract/meetings'
import { hasBegun } from '../../core/lead/clock'
import { replayed, type Edit } from '../../core/plan/edits'
import { Plan } from '../../core/plan/plan'
import { practiceCatalogue } from '../catalogue/practiceCatalogue'
import { classEventsOf } from '../database/outcomes'
import { changePlan } from '../database/plans'
import type { Acting } from '../database/rows'
import { fieldMessages, notValid, refusal } from '../http/refuse'
import { broadcast } from '../live/broadcast'

/** What became of commands that were put on top of a plan. */
export interface ReplayedPlan {
  planVersion: number
  /** Null: it is the one that the commands were given on. */
  plan: Plan | null
  /** Commands that did not fit any more. */
  lost: number
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
  await requireNotBegun(acting, meetingId)
  const known = new Set((await practiceCatalogue(acting)).movements.map((movement) => movement.id))
  let isOther = false
  let lost = 0
  const saved = await changePlan(acting, meetingId, (plan, stored) => {
    const again = replayed(plan, edits)
    isOther = stored !== version
    lost = again.lost.length
    return checked(again.plan, known)
  })
  tellPlan(meetingId, saved)
  return { planVersion: saved.planVersion, plan: isOther || lost > 0 ? saved.plan : null, lost }
}

/** Says to every screen that follows the meeting that its plan has another version. */
export function tellPlan(meetingId: string, { planVersion }: Pick<Meeting, 'planVersion'>): void {
  broadcast(meetingId, { kind: 'plan', planVersion })
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
