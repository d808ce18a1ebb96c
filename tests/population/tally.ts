import type { Movement } from '../../core/catalogue/catalogue'
import { storedLevel } from '../../core/offer/levels'
import type { Step } from '../../core/reflect/step'
import { capacityOf, type Body } from './bodies'

/** What half a year of decisions did. */
export interface Judged {
  blocks: number
  /** Overloads, more than a level above what the body could do that day, where an easier rung was; in 1,000 blocks. */
  avoidable: number
  /** Standing more than a level below capacity although the next rung is within it; a share. */
  under: number
  /** Person-movements that were so for ten meetings running; a share. */
  stuck: number
  /** Within one level of the highest rung that is within the body, after six meetings; a share. */
  withinAfterSix: number
  stepsAMonth: number
  /** For a class of eight. */
  asks: number
  rows: number
  /** True drops of two levels that are within one level again after two more meetings; a share. */
  dropsMet: number
}

const CLASS_OF = 8
const OVERLOAD = 1

/** Counts what happens; a person begins, is led, and ends. */
export class Tally {
  private blocks = 0
  private overloads = 0
  private standings = 0
  private below = 0
  private stuck = 0
  private ladders = 0
  private judgedAfterSix = 0
  private within = 0
  private meetings = 0
  private ups = 0
  private asked = 0
  private shown = 0
  private people = 0
  private drops = 0
  private met = 0
  private runs = new Map<string, { now: number; longest: number }>()
  private sinceDrop = new Map<string, number>()

  begins(): void {
    this.people += 1
    this.runs = new Map()
    this.sinceDrop = new Map()
  }
  offers(margin: number, hasEasier: boolean): void {
    this.blocks += 1
    if (margin < -OVERLOAD && hasEasier) this.overloads += 1
  }
  stands(body: Body, movement: Movement, week: number, meetings: number): void {
    const { homeTier } = body.person
    const level = storedLevel(body.person, movement.id, homeTier, 'both')
    if (level === null) return
    const capacity = capacityOf(body, movement, 'both')
    const rungs = movement.ladders[homeTier]!.map((rung) => rung.level)
    const next = rungs.find((rung) => rung > level)
    const reachable = rungs.findLast((rung) => rung <= capacity) ?? rungs[0]!
    this.countUnder(movement.id, next !== undefined && next <= capacity && capacity - level > 1)
    if (meetings === 6) {
      this.judgedAfterSix += 1
      if (Math.abs(level - reachable) <= 1) this.within += 1
    }
    this.countDrop(movement.id, body, { week, isFar: level > Math.max(1, capacity) + 1, hasDropped: level > reachable })
  }
  private countUnder(movement: string, isUnder: boolean): void {
    const run = this.runs.get(movement) ?? { now: 0, longest: 0 }
    run.now = isUnder ? run.now + 1 : 0
    run.longest = Math.max(run.longest, run.now)
    this.runs.set(movement, run)
    this.standings += 1
    if (isUnder) this.below += 1
  }
  private countDrop(
    movement: string,
    { drop }: Body,
    { week, isFar, hasDropped }: { week: number; isFar: boolean; hasDropped: boolean },
  ): void {
    if (!drop || week < drop.at) return
    const count = this.sinceDrop.get(movement)
    if (count === undefined) {
      if (hasDropped) this.sinceDrop.set(movement, 0)
      return
    }
    this.sinceDrop.set(movement, count + 1)
    // The third time is what two meetings have made of it.
    if (count + 1 !== 2) return
    this.drops += 1
    if (!isFar) this.met += 1
  }
  decides(steps: readonly Step[]): void {
    this.meetings += 1
    this.ups += steps.filter((step) => step.kind === 'step-up').length
    this.asked += steps.filter((step) => step.kind === 'ask').length
    this.shown += steps.filter((step) => step.kind !== 'stay' && step.kind !== 'too-early').length
  }
  ends(): void {
    for (const run of this.runs.values()) {
      this.ladders += 1
      if (run.longest >= 10) this.stuck += 1
    }
  }
  judged(): Judged {
    return {
      blocks: this.blocks,
      avoidable: (1000 * this.overloads) / this.blocks,
      under: this.below / this.standings,
      stuck: this.stuck / this.ladders,
      withinAfterSix: this.within / this.judgedAfterSix,
      stepsAMonth: this.ups / this.people / 6,
      asks: (CLASS_OF * this.asked) / this.meetings,
      rows: (CLASS_OF * this.shown) / this.meetings,
      dropsMet: this.drops === 0 ? 1 : this.met / this.drops,
    }
  }
}
