import type { Tier } from '../catalogue/words'
import type { Plan } from '../plan/plan'
import type { ClassEvent } from './classEvent'
import { AHEAD_MS } from './stamp'
import { standingEvents } from './standingEvents'
import type { ScriptStep } from './script'

export interface ClockReading {
  status: 'ready' | 'running' | 'paused' | 'finished'
  step: number
  /** In this step, milliseconds. */
  elapsedMs: number
  leftMs: number
  /** This step's length with what was added to it. */
  lengthMs: number
}

interface State {
  steps: readonly ScriptStep[]
  status: ClockReading['status']
  step: number
  elapsedMs: number
  /** When `elapsedMs` was true. */
  at: number
  addedMs: Map<number, number>
}

/**
 * Reads the class clock: a pure function of its events, so it is right after a reload, a sleep and on a second device.
 * What is of later than now is not obeyed.
 *
 * @param events in any order; events with the same id count once
 * @param now epoch milliseconds
 * @example
 * readClock([{ id: 'e', at: 0, event: 'start', script }], 5000).status // 'running'
 */
export function readClock(events: readonly ClassEvent[], now: number): ClockReading {
  const live = standingEvents(events.filter((event) => event.at <= now + AHEAD_MS))
  const state: State = { steps: beginning(live), status: 'ready', step: 0, elapsedMs: 0, at: now, addedMs: new Map() }
  for (const event of live) {
    advance(state, event.at)
    apply(state, event)
  }
  advance(state, Math.max(now, state.at))
  const lengthMs = lengthOf(state, state.step)
  return {
    status: state.status,
    step: state.step,
    elapsedMs: state.elapsedMs,
    leftMs: Math.max(0, lengthMs - state.elapsedMs),
    lengthMs,
  }
}

/**
 * The script that is being led: that of the first start since the last reset with all changes since; empty before.
 *
 * @param events in any order
 * @example
 * startedScript([]) // []
 */
export function startedScript(events: readonly ClassEvent[]): readonly ScriptStep[] {
  return scriptIn(standingEvents(events))
}

/**
 * Whether a class has begun, running or not, and was not reset since.
 *
 * @example
 * hasBegun([{ id: 'e', at: 0, event: 'start', script }]) // true
 */
export function hasBegun(events: readonly ClassEvent[]): boolean {
  return startedScript(events).length > 0
}

/**
 * The start that a class stands on; undefined before it, and after a reset.
 *
 * @example
 * startOf([{ id: 'e', at: 0, event: 'start', script }])?.id // 'e'
 */
export function startOf(events: readonly ClassEvent[]): ClassEvent | undefined {
  return standingEvents(events).find((event) => event.event === 'start')
}

/**
 * The plan as it is led: with the blocks of the last change in class.
 *
 * @example
 * planAsLed(plan, []) === plan // true
 */
export function planAsLed(plan: Plan, events: readonly ClassEvent[]): Plan {
  const change = standingEvents(events).findLast((event) => event.event === 'change')
  return change ? { ...plan, blocks: change.blocks } : plan
}

/**
 * Who works in another tier for the rest, and who takes no further part with why.
 *
 * @example
 * changesOfPeople([{ id: 'e', at: 0, event: 'leave', participant: 'ann', why: 'Dizzy' }]).left.get('ann') // 'Dizzy'
 */
export function changesOfPeople(events: readonly ClassEvent[]): {
  tiers: Map<string, Tier>
  left: Map<string, string>
} {
  const [tiers, left] = [new Map<string, Tier>(), new Map<string, string>()]
  for (const event of standingEvents(events)) {
    if (event.event === 'tier') tiers.set(event.participant, event.tier)
    if (event.event === 'leave') left.set(event.participant, event.why)
    if (event.event === 'return') left.delete(event.participant)
  }
  return { tiers, left }
}

function scriptIn(ordered: readonly ClassEvent[]): readonly ScriptStep[] {
  const begun = ordered.findIndex((event) => event.event === 'start')
  return ordered
    .slice(begun + 1)
    .reduce(
      (steps, event) => (event.event === 'change' && begun >= 0 ? changedScript(steps, event) : steps),
      beginning(ordered),
    )
}

/** The script of the first start; empty before. */
function beginning(ordered: readonly ClassEvent[]): readonly ScriptStep[] {
  return ordered.find((event) => event.event === 'start')?.script ?? []
}

function changedScript(
  steps: readonly ScriptStep[],
  { step, script }: { step: number; script: readonly ScriptStep[] },
): readonly ScriptStep[] {
  const changed = [...steps.slice(0, step), ...script]
  // A class never loses its last step: something has to be going on.
  return changed.length > 0 ? changed : steps
}

function lengthOf(state: State, step: number): number {
  return Math.max(0, (state.steps[step]?.seconds ?? 0) * 1000 + (state.addedMs.get(step) ?? 0))
}

/**
 * Lets time pass up to a moment, from step to step; one that waits is not left so; the class finishes after the last.
 */
function advance(state: State, to: number): void {
  const { steps } = state
  if (state.status === 'running') {
    state.elapsedMs += Math.max(0, to - state.at)
    while (steps.length > 0 && state.elapsedMs >= lengthOf(state, state.step)) {
      if (steps[state.step]?.waits) {
        state.elapsedMs = lengthOf(state, state.step)
        break
      }
      if (state.step >= steps.length - 1) {
        state.status = 'finished'
        state.elapsedMs = lengthOf(state, state.step)
        break
      }
      state.elapsedMs -= lengthOf(state, state.step)
      state.step += 1
    }
  }
  state.at = to
}

function apply(state: State, event: ClassEvent): void {
  switch (event.event) {
    case 'start':
      if (state.status === 'ready') state.status = 'running'
      return
    case 'pause':
      if (state.status === 'running') state.status = 'paused'
      return
    case 'resume':
      if (state.status === 'paused') state.status = 'running'
      return
    case 'goTo':
      if (state.status === 'ready') return
      state.step = Math.max(0, Math.min(event.step, state.steps.length - 1))
      state.elapsedMs = 0
      if (state.status === 'finished') state.status = 'paused'
      return
    case 'stretch':
      state.addedMs.set(event.step, (state.addedMs.get(event.step) ?? 0) + event.seconds * 1000)
      return
    case 'change':
      if (state.status === 'ready') return
      state.steps = changedScript(state.steps, event)
      for (const step of state.addedMs.keys()) if (step >= event.step) state.addedMs.delete(step)
      // Whoever was past the change already begins with what came in its place.
      if (state.step >= event.step) {
        state.step = Math.min(event.step, state.steps.length - 1)
        state.elapsedMs = 0
        if (state.status === 'finished') state.status = 'paused'
      }
      return
    case 'tier':
    case 'leave':
    case 'return':
      return
    case 'finish':
      if (state.status !== 'ready') state.status = 'finished'
      return
    case 'reset':
      throw new Error('A reset ends what came before it and is not applied.')
  }
}

/**
 * First step of the next block; the last step where there is none.
 *
 * @example
 * script[nextBlockStep(script, 0)].blockId // 'b'
 */
export function nextBlockStep(steps: readonly ScriptStep[], step: number): number {
  const here = steps[step]?.blockId
  const found = steps.findIndex((other, index) => index > step && other.blockId !== here)
  return found < 0 ? steps.length - 1 : found
}
