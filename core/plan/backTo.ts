import { dequal } from 'dequal'
import { EditError, inverseOf, type Edit } from './edits'
import type { Plan } from './plan'

/** Commands that move, add or take away: two who do that do not overrule each other. */
const OF_PLACES: readonly Edit['edit'][] = ['addBlock', 'moveBlock', 'removeBlock']

/**
 * Commands that put back what some commands set, as it is in another version of the plan, where the two versions differ
 * in it: what somebody else's edit overruled, or was overruled by.
 *
 * @param edits commands that set something in one of the versions
 * @returns one command for each thing that differs; none where nothing does
 * @example
 * backTo([{ edit: 'setMinutes', minutes: 60 }], plan, { ...plan, minutes: 50 })
 * // [{ edit: 'setMinutes', minutes: 50 }]
 */
export function backTo(edits: readonly Edit[], from: Plan, to: Plan): Edit[] {
  const back = new Map<string, Edit>()
  for (const edit of edits) {
    if (OF_PLACES.includes(edit.edit)) continue
    const [now, then] = [settingOf(from, edit), settingOf(to, edit)]
    if (now && then && !dequal(now, then)) back.set(placeOf(edit), then)
  }
  return [...back.values()]
}

/** The command that sets what an edit sets as it is in a plan; undefined where its block is gone. */
function settingOf(plan: Plan, edit: Edit): Edit | undefined {
  try {
    return inverseOf(plan, edit)
  } catch (error) {
    if (error instanceof EditError) return undefined
    throw error
  }
}

function placeOf(edit: Edit): string {
  return [edit.edit, 'id' in edit ? edit.id : '', 'tier' in edit ? edit.tier : ''].join(' ')
}
