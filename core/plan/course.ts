import { entryAt, entryOf, keysOf, valueIn } from '../entries'
import type { Catalogue, Movement } from '../catalogue/catalogue'
import type { Dose } from '../catalogue/dose'
import type { CourseRule } from '../catalogue/school'
import { changesBetween } from './changesBetween'
import { swapEdits, withChanged } from './chainEdits'
import { edited } from './edits'
import type { Plan } from './plan'

/** How much of a course changes from week to week: nothing, one movement, two movements. */
export type CourseVariety = 0 | 1 | 2

export interface CourseWeek {
  plan: Plan
  /** What is other than in the week before, in words. */
  changes: string[]
}

/**
 * Makes a course of weeks from one plan: the dose rises by the school's rule while the session still fits, and in each
 * week some of the main movements give way to kin of theirs and come back the week after, so that what should be
 * repeated for progress is repeated.
 *
 * @param weeks how many, the first is the plan as it is
 * @param fits whether a plan is short enough for the people it is for
 * @source the schools' rules, ours
 * @example
 * courseOf(plan, { weeks: 3, variety: 0 }, () => true, catalogue).map((week) => week.plan.blocks[1].dose)
 * // [{ kind: 'hold', seconds: 30 }, { kind: 'hold', seconds: 30 }, { kind: 'hold', seconds: 40 }]
 */
export function courseOf(
  plan: Plan,
  { weeks, variety }: { weeks: number; variety: CourseVariety },
  fits: (plan: Plan) => boolean,
  catalogue: Catalogue,
): CourseWeek[] {
  const course: CourseWeek[] = [{ plan, changes: [] }]
  let base = plan
  for (let week = 1; week < weeks; week++) {
    base = raisedFor(base, week, fits, catalogue)
    const varied = variedFor(base, week, { variety, fits, catalogue })
    course.push({ plan: varied, changes: changesBetween(entryAt(course, week - 1).plan, varied, catalogue) })
  }
  return course
}

/** Turns the doses of a week up where the school's rule says so; one that no longer fits stays. */
function raisedFor(plan: Plan, week: number, fits: (plan: Plan) => boolean, catalogue: Catalogue): Plan {
  let raised = plan
  for (const block of plan.blocks) {
    const movement = catalogue.movements.get(block.movement)
    const rule = entryOf(catalogue.schools, block.school ?? plan.school).course
    if (!movement || !isMain(movement) || week % rule.everyWeeks !== 0 || block.onSide === 'second') continue
    const dose = raisedDose(block.dose, rule)
    if (dose === null) continue
    const next = {
      ...raised,
      blocks: withChanged(raised.blocks, block.id, (other) => ({ ...other, dose })),
    }
    if (fits(next)) raised = next
  }
  return raised
}

/** What was let go of is kept so long at most, seconds; ours. */
const LIFTED_AT_MOST = 15

function isMain({ phase }: Movement): boolean {
  return phase === 'main' || phase === 'long-holds'
}

/**
 * One step up of a dose by a school's rule; null where it is at its top or the rule does not speak of its kind.
 *
 * @example
 * raisedDose({ kind: 'hold', seconds: 30 }, { holdBy: 5, holdUpTo: 60, countBy: 1, countUpTo: 12, effortBy: 5,
 * effortUpTo: 60 })
 * // { kind: 'hold', seconds: 35 }
 */
export function raisedDose(
  dose: Dose,
  { holdBy, holdUpTo, countBy, countUpTo, effortBy, effortUpTo }: CourseRule,
): Dose | null {
  const up = (now: number, by: number, upTo: number) => (by > 0 && now < upTo ? Math.min(upTo, now + by) : null)
  switch (dose.kind) {
    case 'hold':
    case 'target': {
      const seconds = up(dose.seconds, holdBy, holdUpTo)
      return seconds === null ? null : { ...dose, seconds }
    }
    case 'press': {
      const effort = up(dose.effort, effortBy, effortUpTo)
      return effort === null ? null : { ...dose, effort }
    }
    case 'reps':
    case 'pulse':
    case 'breathed':
    case 'swing':
    case 'pair': {
      const count = up(dose.count, countBy, countUpTo)
      return count === null ? null : { ...dose, count }
    }
    case 'lower': {
      // A lowering grows by an effort, to the six that the trade calls a full set.
      const efforts = up(dose.efforts, countBy, 6)
      return efforts === null ? null : { ...dose, efforts }
    }
    case 'lift-off': {
      // What grows is how long it is kept.
      const keep = up(dose.keep, holdBy, Math.min(holdUpTo, LIFTED_AT_MOST))
      return keep === null ? null : { ...dose, keep }
    }
    case 'circle':
    case 'breath':
      return null
  }
}

/** Swaps some of the main movements for kin; which ones goes round with the weeks. */
function variedFor(
  plan: Plan,
  week: number,
  { variety, fits, catalogue }: { variety: CourseVariety; fits: (plan: Plan) => boolean; catalogue: Catalogue },
): Plan {
  const open = plan.blocks.flatMap((block) => {
    const movement = catalogue.movements.get(block.movement)
    if (!movement || !isMain(movement) || block.onSide === 'second') return []
    return kinOf(movement, plan, catalogue).length > 0 ? [{ block, movement }] : []
  })
  let varied = plan
  for (let turn = 0; turn < Math.min(variety, open.length); turn++) {
    const { block, movement } = entryAt(open, ((week - 1) * variety + turn) % open.length)
    for (const kin of kinOf(movement, varied, catalogue)) {
      const next = swapEdits(varied, block.id, kin, catalogue).reduce(edited, varied)
      if (!fits(next)) continue
      varied = next
      break
    }
  }
  return varied
}

/** Movements that could take a movement's place for a week: same phase and quality, most tissue in common first. */
function kinOf(movement: Movement, plan: Plan, catalogue: Catalogue): Movement[] {
  const there = new Set(plan.blocks.map((block) => block.movement))
  const shared = (other: Movement) =>
    keysOf(movement.regions).reduce(
      (sum, region) => sum + Math.min(valueIn(movement.regions, region), other.regions[region] ?? 0),
      0,
    )
  return [...catalogue.movements.values()]
    .filter(
      (other) =>
        other.phase === movement.phase &&
        other.quality === movement.quality &&
        !there.has(other.id) &&
        shared(other) > 0,
    )
    .sort((a, b) => shared(b) - shared(a) || a.number - b.number)
}
