import { z } from 'zod'
import { ScriptStep } from './script'

/**
 * What can happen to a class. `at` is epoch milliseconds; `id` is made by the client, so sending twice is harmless.
 * A move names the step it goes to, so two devices that press "on" together go on once. The start holds the script, so
 * somebody who comes late or a plan that is edited does not shift a running class. A reset makes it ready to start again.
 */
export const ClassEvent = z.discriminatedUnion('event', [
  z.object({ id: z.uuid(), at: z.number().int(), event: z.literal('start'), script: z.array(ScriptStep).min(1, 'A class without blocks cannot start.').max(2000) }),
  z.object({ id: z.uuid(), at: z.number().int(), event: z.literal('pause') }),
  z.object({ id: z.uuid(), at: z.number().int(), event: z.literal('resume') }),
  z.object({ id: z.uuid(), at: z.number().int(), event: z.literal('goTo'), step: z.number().int().min(0).max(2000) }),
  z.object({ id: z.uuid(), at: z.number().int(), event: z.literal('stretch'), step: z.number().int().min(0).max(2000), seconds: z.number().int().min(-600).max(600) }),
  z.object({ id: z.uuid(), at: z.number().int(), event: z.literal('finish') }),
  z.object({ id: z.uuid(), at: z.number().int(), event: z.literal('reset') }),
])
export type ClassEvent = z.infer<typeof ClassEvent>

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
  status: ClockReading['status']
  step: number
  elapsedMs: number
  /** When `elapsedMs` was true. */
  at: number
  addedMs: Map<number, number>
}

/**
 * Reads the class clock: a pure function of its events, so it is right after a reload, a sleep and on a second device.
 *
 * @param events in any order; events with the same id count once
 * @param now epoch milliseconds
 * @example
 * readClock([{ id, at: 0, event: 'start', script: [{ seconds: 30, … }] }], 12_000).leftMs // 18000
 */
export function readClock(events: readonly ClassEvent[], now: number): ClockReading {
  const live = sinceReset(events)
  const steps = scriptIn(live)
  const state: State = { status: 'ready', step: 0, elapsedMs: 0, at: now, addedMs: new Map() }
  for (const event of live) {
    advance(state, steps, event.at)
    apply(state, steps, event)
  }
  advance(state, steps, Math.max(now, state.at))
  const lengthMs = lengthOf(state, steps, state.step)
  return { status: state.status, step: state.step, elapsedMs: state.elapsedMs, leftMs: Math.max(0, lengthMs - state.elapsedMs), lengthMs }
}

/**
 * The script that is being led: that of the first start since the last reset; empty before.
 *
 * @param events in any order
 */
export function startedScript(events: readonly ClassEvent[]): readonly ScriptStep[] {
  return scriptIn(sinceReset(events))
}

/** Whether a class has begun, running or not, and was not reset since. */
export function hasBegun(events: readonly ClassEvent[]): boolean {
  return startedScript(events).length > 0
}

function scriptIn(ordered: readonly ClassEvent[]): readonly ScriptStep[] {
  return ordered.find((event) => event.event === 'start')?.script ?? []
}

function sinceReset(events: readonly ClassEvent[]): ClassEvent[] {
  const ordered = inOrder(events)
  return ordered.slice(ordered.findLastIndex((event) => event.event === 'reset') + 1)
}

function inOrder(events: readonly ClassEvent[]): ClassEvent[] {
  const once = new Map(events.map((event) => [event.id, event]))
  return [...once.values()].sort((a, b) => a.at - b.at || a.id.localeCompare(b.id))
}

function lengthOf(state: State, steps: readonly ScriptStep[], step: number): number {
  return Math.max(0, (steps[step]?.seconds ?? 0) * 1000 + (state.addedMs.get(step) ?? 0))
}

/** Lets time pass up to a moment, from step to step; the class finishes by itself after the last. */
function advance(state: State, steps: readonly ScriptStep[], to: number): void {
  if (state.status === 'running') {
    state.elapsedMs += Math.max(0, to - state.at)
    while (steps.length > 0 && state.elapsedMs >= lengthOf(state, steps, state.step)) {
      if (state.step >= steps.length - 1) {
        state.status = 'finished'
        state.elapsedMs = lengthOf(state, steps, state.step)
        break
      }
      state.elapsedMs -= lengthOf(state, steps, state.step)
      state.step += 1
    }
  }
  state.at = to
}

function apply(state: State, steps: readonly ScriptStep[], event: ClassEvent): void {
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
      state.step = Math.max(0, Math.min(event.step, steps.length - 1))
      state.elapsedMs = 0
      if (state.status === 'finished') state.status = 'paused'
      return
    case 'stretch':
      state.addedMs.set(event.step, (state.addedMs.get(event.step) ?? 0) + event.seconds * 1000)
      return
    case 'finish':
      if (state.status !== 'ready') state.status = 'finished'
      return
    case 'reset':
      throw new Error('A reset ends what came before it and is not applied.')
  }
}

/** First step of the next block; the last step where there is none. */
export function nextBlockStep(steps: readonly ScriptStep[], step: number): number {
  const here = steps[step]?.blockId
  const found = steps.findIndex((other, index) => index > step && other.blockId !== here)
  return found < 0 ? steps.length - 1 : found
}
