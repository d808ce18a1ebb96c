import { entryAt, valueIn } from '../entries'
import { chanceOf, learn, settled, type Belief } from './belief'
import { noteToday, type Question, type SideStanding, type Verdict } from './question'
import { demandOf } from './demand'
import type { SideReason } from './decisionWords'
import { hindrance } from './easing'
import { countingSteps } from './counting'
import { effortAtMost } from './effortAtMost'
import { isPoor, isReached, type Evidence } from './evidence'
import { noteWorth } from './noteWorth'

/**
 * Whether a side is eased by what is believed: its rung is clearly less likely within reach than a step would ask for,
 * and today says so too.
 *
 * @returns to the highest rung that is likely enough, two rungs down at most; a dial that was turned is turned back
 * first
 * @example
 * beliefEases(question.sides[0], question) // null
 */
export function beliefEases(own: SideStanding, question: Question): Verdict | null {
  const { judgement, ladder } = question
  const today = noteToday(own, question)
  if (!today || !isPoor(today, judgement)) return null
  const { easeBelow, slipBelow } = judgement.belief
  // A slip alone, with all of it done, has to be clearer than what was not reached.
  const enough = thresholdOf(question) - easeBelow - (isReached(today) ? slipBelow : 0)
  const here = ladder.find((rung) => rung.level === own.level)
  const chance = chanceOf(own.belief, here ? demandOf(here, own.dials) : own.level)
  if (chance >= enough) return null
  const lower = ladder.map((rung) => rung.level).filter((level) => level < own.level)
  const isDial = Object.keys(own.dials).length > 0 && chanceOf(own.belief, own.level) >= enough
  const likely = lower.slice(-2).findLast((level) => chanceOf(own.belief, level) >= enough)
  const level = likely ?? lower.at(-2) ?? lower.at(-1) ?? own.level
  return {
    kind: 'ease',
    side: own.side,
    fromLevel: own.level,
    toLevel: isDial ? own.level : level,
    by: 'belief',
    reason: { kind: 'out-of-reach', entry: today, chance },
    streak: 0,
    isDial,
  }
}

/**
 * What is believed of a step: up where the next thing is within reach with the school's probability and nothing of
 * today speaks against it. The next thing is the next dial; the next rung where no dial is left, or where it is so
 * likely that the dials would only hold somebody up. Asked where what was not noted could decide.
 *
 * @example
 * beliefSteps(question.sides[0], question).kind // 'step-up'
 */
export function beliefSteps(own: SideStanding, question: Question): Verdict {
  const stays = (reason: SideReason): Verdict => ({
    kind: 'stay',
    side: own.side,
    fromLevel: own.level,
    toLevel: own.level,
    by: 'belief',
    reason,
    streak: 0,
    isDial: false,
  })
  const today = noteToday(own, question)
  const entry = today ?? entryAt(own.evidence, own.evidence.length - 1)
  const next = nextThing(own, question)
  const chance = next ? chanceOf(own.belief, next.demand) : 1
  const level = next?.level ?? own.level
  const isDial = next?.isDial ?? false
  const notYet = () => stays({ kind: 'not-yet', entry, level, chance })
  const against = today && hindranceOf(today, question)
  if (against) return stays({ kind: 'hindered', entry, by: against })
  if (isNotHere(today, own)) return notYet()
  const wanted = next?.wanted ?? 0
  const isFar = next !== null && 1 - chanceOf(own.belief, next.demand - 1) > question.judgement.belief.farAtMost
  const said = { entry, level, isDial, chance }
  const reason = chance >= wanted && !isFar ? ({ kind: 'within-reach', ...said } as const) : byRule(said, own, question)
  if (reason && isCarefullyDone(own, question))
    return { ...stays(reason), kind: 'step-up', toLevel: level, isDial, streak: chance }
  if (today && next && couldDecide(today, own.belief, next, question)) {
    const missing = missingIn(today, question)
    return { ...stays({ kind: 'not-noted', entry, missing, meetings: 1 }), kind: 'ask', streak: chance }
  }
  return notYet()
}

type RuleMet = SideReason & { kind: 'rule-met' }

/** Where the school's own rule was met, note by note, less belief is enough. */
function byRule(said: Omit<RuleMet, 'kind' | 'meetings'>, own: SideStanding, question: Question): RuleMet | null {
  if (said.chance < question.judgement.belief.byRule) return null
  const { kind, streak } = countingSteps(own, question)
  return kind === 'step-up' ? { kind: 'rule-met', ...said, meetings: streak } : null
}

interface Next {
  level: number
  isDial: boolean
  demand: number
  /** How likely it must be within reach. */
  wanted: number
}

/** What comes next: a dial, the next rung, or nothing where both are at their end. */
function nextThing(own: SideStanding, question: Question): Next | null {
  const { ladder, nextDials, judgement } = question
  const { skipsDials } = judgement.belief
  const wanted = thresholdOf(question)
  const here = ladder.find((rung) => rung.level === own.level)
  const higher = ladder.find((rung) => rung.level > own.level)
  const rung = higher ? { level: higher.level, isDial: false, demand: higher.level } : null
  if (nextDials === null || !here) return rung && { ...rung, wanted }
  if (rung && chanceOf(own.belief, rung.demand) >= wanted + skipsDials) return { ...rung, wanted }
  return { level: own.level, isDial: true, demand: demandOf(here, nextDials), wanted }
}

/**
 * How likely the next thing must be within reach for a step: the school's threshold. Strength is worked near the limit,
 * so it steps at a lower one.
 *
 * @example
 * thresholdOf({ school: catalogue.schools.get('dwell'), quality: 'mobility', judgement }) // 0.61
 */
export function thresholdOf({
  school,
  quality,
  judgement,
}: Pick<Question, 'school' | 'quality' | 'judgement'>): number {
  const { reachAt, strengthBelow } = judgement.belief
  return valueIn(reachAt, school.id) - (quality === 'strength' ? strengthBelow : 0)
}

/** Effort as others would say it. */
function hindranceOf(today: Evidence, question: Question) {
  const effort = today.effort === null ? null : Math.max(0, today.effort - question.habit.bias)
  return hindrance(
    { ...today, effort: effort === null ? null : Math.round(effort) },
    effortAtMost(question),
    question.judgement,
  )
}

/** A step follows what was done today on this rung, not an easier day. */
function isNotHere(today: Evidence | null, own: SideStanding): boolean {
  return today === null || !isReached(today) || (today.level ?? own.level) < own.level
}

/**
 * Where balance is at stake no guess is enough: so many meetings of the person's own, clean and without a hand; what
 * was noted of the whole group does not count.
 */
function isCarefullyDone(own: SideStanding, { isCareful, judgement }: Question): boolean {
  if (!isCareful) return true
  const careful = own.evidence.filter((entry) => !entry.isGroup && entry.level === own.level && isReached(entry))
  return careful.filter((entry) => entry.form === 'clean').length >= judgement.steps.carefulMeetings
}

function missingIn(today: Evidence, question: Question): ('effort' | 'form')[] {
  return [
    ...(question.school.effortAtMost !== null && today.effort === null && today.feel === null
      ? (['effort'] as const)
      : []),
    ...(today.form === null ? (['form'] as const) : []),
  ]
}

/** Whether the best answers would bring a step: else asking is idle. */
function couldDecide(today: Evidence, belief: Belief, next: Next, question: Question): boolean {
  const missing = missingIn(today, question)
  const chance = chanceOf(belief, next.demand)
  if (
    missing.length === 0 ||
    question.quality === 'breath' ||
    chance < next.wanted - question.judgement.belief.asksWithin
  )
    return false
  const answered = Float64Array.from(belief)
  const best: Evidence = {
    ...{ ...today, done: 'noted', achieved: null, pain: null, painKind: null, support: null, isGroup: false },
    effort: missing.includes('effort') ? 2 : null,
    form: missing.includes('form') ? 'clean' : null,
  }
  const { habit, judgement } = question
  learn(answered, noteWorth(best, { habit, apart: 0 }, judgement.belief), today.level ?? next.level)
  return chanceOf(settled(answered), next.demand) >= next.wanted
}
