import { availableParallelism } from 'node:os'
import { createError } from 'h3'
import { Piscina } from 'piscina'
import { builtFile } from '../built/builtFile'
import type { Acting } from '../database/rows'
import { Ready } from '../http/ready'
import { refusal } from '../http/refuse'
import { TooMany, turns } from './turns'
import type { TaskName, Tasks } from './tasks'
import type * as keys from './keys'
import type { Done, Handed } from './handed'

/** Threads for what is asked: a class waits neither for what is looked back on at a desk nor for a file. */
const TASK_THREADS = {
  /** What a class is gathered, led and reflected with. */
  class: { min: 1, max: Math.max(1, Math.min(2, availableParallelism() - 1)), memoryMb: 512, waiting: 200 },
  /** Looking back, records, letters, tables to take out. */
  desk: { min: 0, max: 1, memoryMb: 1024, waiting: 60 },
  /** Files that are sent, and what is solved or computed from them: a minute's worth waits, more is told so at once. */
  files: { min: 0, max: 1, memoryMb: 512, waiting: 12 },
} as const
/** What takes a passphrase; it needs nothing of the application. */
const KEYS_THREAD = { min: 0, max: 1, memoryMb: 128, waiting: 60 } as const
const THREADS = { ...TASK_THREADS, keys: KEYS_THREAD }

type Keys = typeof keys

/** Where a task is done, and how long it may take. */
export interface Limit {
  of: keyof typeof TASK_THREADS
  seconds: number
}
export const IN_CLASS: Limit = { of: 'class', seconds: 30 }
export const AT_DESK: Limit = { of: 'desk', seconds: 60 }
/** Something of everybody in a circle. */
export const WHOLE_CIRCLE: Limit = { of: 'desk', seconds: 180 }
/** A file that is looked at, or a movement that is solved. */
export const LOOKING: Limit = { of: 'files', seconds: 20 }
/** A file whose rows are written. */
export const WRITING: Limit = { of: 'files', seconds: 120 }

/** On a machine that is known to be slow each may take so many times as long. */
const PATIENCE = Math.max(1, Number(process.env.CIRCLE_PATIENCE) || 1)

/** A thread that nobody needs for so long ends. */
const IDLE_MS = 60_000

const pools: Partial<Record<keyof typeof THREADS, Piscina>> = {}

function poolOf(of: keyof typeof THREADS): Piscina {
  const { min, max, memoryMb, waiting } = THREADS[of]
  return (pools[of] ??= new Piscina({
    filename: builtFile(of === 'keys' ? 'keys.mjs' : 'thread.mjs'),
    minThreads: min,
    maxThreads: max,
    maxQueue: waiting,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxOldGenerationSizeMb: memoryMb },
  }))
}

/** Opens a class's thread, so that nobody waits for its beginning. */
export function beginThreads(): void {
  poolOf('class')
}

/** Ends all threads, whatever they are at. */
export async function endThreads(): Promise<void> {
  await Promise.all(Object.values(pools).map((pool) => pool.destroy()))
}

/**
 * In a practice one file after the other, and of all practices one at a time, so that time counts from its beginning.
 */
const inPractice = turns(THREADS.files.waiting)
const inFiles = turns(THREADS.files.waiting)

/**
 * Does what may hold a processor for long in a thread, so that nobody else waits for it.
 *
 * @param limit after so many seconds the thread is ended, and with it its transaction: nothing of it is stored
 * @throws what the task was refused with; 422 where it took too long or too much memory, 503 where too many wait
 */
export async function inThread<N extends TaskName>(
  name: N,
  { practiceId, accountId }: Acting,
  input: Parameters<Tasks[N]>[1],
  limit: Limit,
): Promise<Ready> {
  const work = () => run({ name, acting: { practiceId, accountId }, input }, limit)
  try {
    const done = await (limit.of === 'files' ? inPractice(practiceId, () => inFiles('all', work)) : work())
    if ('bytes' in done) return new Ready(done.bytes)
    throw createError(done.refused)
  } catch (error) {
    throw refusalOfLimit(error, limit)
  }
}

/**
 * Makes a key of a passphrase, or opens what lies under one: see `keys.ts`. How long that takes a file can say, so it
 * ends in time.
 *
 * @throws as the function does; 422 where it took too long, 503 where too many wait
 */
export async function keysInThread<N extends keyof Keys>(
  name: N,
  input: Parameters<Keys[N]>[0],
): Promise<Awaited<ReturnType<Keys[N]>>> {
  try {
    return await poolOf('keys').run(input, { name, signal: endOf(LOOKING) })
  } catch (error) {
    throw refusalOfLimit(error, LOOKING)
  }
}

async function run(handed: Handed, limit: Limit): Promise<Done> {
  return poolOf(limit.of).run(handed, { signal: endOf(limit) })
}

function endOf({ seconds }: Limit): AbortSignal {
  return AbortSignal.timeout(seconds * PATIENCE * 1000)
}

/** What is said where a limit was reached; any other error stays as it is. */
function refusalOfLimit(error: unknown, { of, seconds }: Limit): unknown {
  const { name, code, message }: { name?: string; code?: string; message?: string } =
    error instanceof Error ? error : {}
  const less = of === 'files' ? 'Send it in smaller parts.' : 'Ask for less at a time.'
  if (name === 'AbortError')
    return refusal(
      422,
      'too-long',
      `This took longer than ${seconds * PATIENCE} seconds and was ended: nothing was changed. ${less}`,
    )
  if (code === 'ERR_WORKER_OUT_OF_MEMORY')
    return refusal(
      422,
      'too-large',
      `This takes more memory than there is for it and was ended: nothing was changed. ${less}`,
    )
  if (error instanceof TooMany || message === QUEUE_IS_FULL)
    return refusal(
      503,
      'busy',
      'Too much is being worked out at the moment. Nothing was changed: try again in a minute.',
    )
  return error
}

/** What the pool says of itself. */
const QUEUE_IS_FULL = 'Task queue is at limit'
