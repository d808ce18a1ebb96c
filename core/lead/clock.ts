import { z } from 'zod'
import type { ScriptStep } from './script'

/**
 * What can happen to a class. `at` is epoch milliseconds; `id` is made by the client, so sending twice is harmless.
 * A move names the step it goes to, so two devices that press "on" together go on once.
 */
export const ClassEvent = z.discriminatedUnion('event', [
  z.object({ id: z.uuid(), at: z.number().int(), event: z.literal('start') }),
  z.object({ id: z.uuid(), at: z.number().int(), event: z.literal('pause') }),
  z.object({ id: z.uuid(), at: z.number().int(), event: z.literal('resume') }),
  z.object({ id: z.uuid(), at: z.number().int(), event: z.literal('goTo'), step: z.number().int().min(0).max(2000) }),
  z.object({ id: z.uuid(), at: z.number().int(), event: z.literal('stretch'), step: z.number().int().min(0).max(2000), seconds: z.number().int().min(-600).max(600) }),
  z.object({ id: z.uuid(), at: z.number().int(), event: z.literal('finish') }),
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
 * @param steps the script's steps
 * @param events in any order; events with the same id count once
 * @param now epoch milliseconds
 * @example
 * readClock([{ seconds: 30, … }], [{ id, at: 0, event: 'start' }], 12_000).leftMs // 18000
 */
export function readClock(steps: readonly ScriptStep[], events: readonly ClassEvent[], now: number): ClockReading {
  const state: State = { status: 'ready', step: 0, elapsedMs: 0, at: now, addedMs: new Map() }
  for (const event of inOrder(events)) {
    advance(state, steps, event.at)
    apply(state, steps, event)
  }
  advance(state, steps, Math.max(now, state.at))
  const lengthMs = lengthOf(state, steps, state.step)
  return { status: state.status, step: state.step, elapsedMs: state.elapsedMs, leftMs: Math.max(0, lengthMs - state.elapsedMs), lengthMs }
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
    while (state.elapsedMs >= lengthOf(state, steps, state.step)) {
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
  }
}

/** First step of the next block; the last step where there is none. */
export function nextBlockStep(steps: readonly ScriptStep[], step: number): number {
  const here = steps[step]?.blockIndex
  const found = steps.findIndex((other, index) => index > step && other.blockIndex !== here)
  return found < 0 ? steps.length - 1 : found
}
