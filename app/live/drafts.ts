import { forgetDraft as forgetOnAccount, keepDraft as keepOnAccount, readDrafts } from '~~/core/contract/drafts'
import { inStore, keepIn } from './browserStore'
import { PATIENCE_MS } from './heardOrKnown'
import { keptJson } from './keptJson'
import { seal, unseal } from './sealed'

/** A draft that lies in the store, opened. */
export interface Draft {
  /** What it is of. */
  of: string
  at: number
  value: unknown
}

/** Whoever has nobody signed in yet: setting up. */
export const NOBODY = 'nobody'
/** Under such names earlier versions kept them, for everybody who opens the browser to read. */
const PLAIN = /^draft:([^:]+):(.*)$/

let owner = NOBODY
/** By what they are of: read once, and at hand from then on. */
const atHand = new Map<string, unknown>()
const writing = new Map<string, Promise<boolean>>()
/** By name, what is to be written next: while one is written, only the last of those typed meanwhile counts. */
const next = new Map<string, { owner: string; value: unknown; at: number }>()
/** In the store: the owner, a blank, and what it is of. */
const nameOf = (of: string) => `${owner} ${of}`

/** What one window keeps is at hand in the others, too. */
const windows = 'BroadcastChannel' in globalThis ? new BroadcastChannel('drafts') : undefined
windows?.addEventListener('message', ({ data }: MessageEvent<{ owner: string; of: string; value: unknown }>) => {
  if (data.owner === owner) setAtHand(data.of, data.value)
})
function setAtHand(of: string, value: unknown): void {
  if (value === undefined) atHand.delete(of)
  else atHand.set(of, value)
}

/**
 * Opens what somebody has begun; from now on what is begun is theirs.
 *
 * @param isReachable whether the server answers: then what their account keeps is brought along
 */
export async function openDrafts(ownerId: string, isReachable = false): Promise<void> {
  if (owner === ownerId && atHand.size > 0) return
  owner = ownerId
  atHand.clear()
  await takeOverPlain()
  const here = await draftsIn('')
  for (const { of, value } of here) atHand.set(of, value)
  if (ownerId !== NOBODY && isReachable) await withAccount(here).catch(() => undefined)
}

/** What has been lying here so long moves to the account, where it is at hand on any device. */
const LIES_MS = 24 * 60 * 60_000
/** By what they are of: those that the account keeps. */
const onAccount = new Set<string>()

/** Brings together what lies here and what the account keeps; without the server, what is here stays here. */
async function withAccount(here: readonly Draft[]): Promise<void> {
  const kept = await call(readDrafts, { patienceMs: PATIENCE_MS })
  onAccount.clear()
  const laterHere = new Map(here.map(({ of, at }) => [of, at]))
  for (const { of, at, value } of kept) {
    onAccount.add(of)
    if ((laterHere.get(of) ?? 0) < Date.parse(at)) setAtHand(of, value)
  }
  for (const { of, at, value } of here.filter((draft) => Date.now() - draft.at > LIES_MS)) {
    await call(keepOnAccount, { body: { of, at: new Date(at).toISOString(), value } })
    onAccount.add(of)
    await write(owner, nameOf(of), undefined, at)
  }
}

/** Drafts of the owner whose names begin so, as the store has them now: also those of other windows. */
export async function draftsIn(prefix: string): Promise<Draft[]> {
  const rows = (await inStore((db) => db.getAll('drafts'))) ?? []
  const own = rows.filter(({ name }) => name.startsWith(nameOf(prefix)))
  const opened = await Promise.all(own.map(async (row) => ({ row, value: await unseal(row.sealed) })))
  return opened.flatMap(({ row, value }) =>
    value === undefined ? [] : [{ of: row.name.slice(owner.length + 1), at: row.at, value }],
  )
}

/** What was begun of something; undefined where nothing was. */
export function draftOf<T>(of: string): T | undefined {
  return atHand.get(of) as T | undefined
}

/**
 * Keeps what is begun, the last of it; undefined: it is not begun any more. One write after the other, so that no older
 * one comes last.
 *
 * @returns whether it is on the disk
 */
export function keepDraft(of: string, value: unknown): Promise<boolean> {
  setAtHand(of, value)
  windows?.postMessage({ owner, of, value })
  if (value === undefined && onAccount.delete(of))
    void call(forgetOnAccount, { body: { of } }).catch(() => onAccount.add(of))
  const name = nameOf(of)
  next.set(name, { owner, value, at: Date.now() })
  const written = (writing.get(name) ?? Promise.resolve(true)).then((isKept) => writeNext(name, isKept))
  writing.set(name, written)
  return written
}

/** @param isKept what came of the write before, which took this one along where nothing is left to write */
async function writeNext(name: string, isKept: boolean): Promise<boolean> {
  const last = next.get(name)
  if (last === undefined) return isKept
  next.delete(name)
  return write(last.owner, name, last.value, last.at)
}

async function write(ownerId: string, name: string, value: unknown, at: number): Promise<boolean> {
  if (value === undefined) return (await inStore(async (db) => (await db.delete('drafts', name), true))) ?? false
  const sealed = await seal(ownerId, value)
  return sealed !== null && (await keepIn('drafts', { name, at, sealed }))
}

/** Forgets all that somebody has begun in this browser. */
export async function forgetDrafts(ownerId: string): Promise<void> {
  if (owner === ownerId) atHand.clear()
  // What an earlier version has left unsealed.
  for (const key of Object.keys(localStorage))
    if (PLAIN.exec(key)?.[1] === ownerId || key.startsWith('plan-edits:')) localStorage.removeItem(key)
  await Promise.all(writing.values())
  await inStore(async (db) => {
    for (const key of await db.getAllKeys('drafts'))
      if (String(key).startsWith(`${ownerId} `)) await db.delete('drafts', key)
  })
}

/** What an earlier version kept unsealed is sealed, and is gone from where it was. */
async function takeOverPlain(): Promise<void> {
  for (const key of Object.keys(localStorage)) {
    const [, ofOwner, of] = PLAIN.exec(key) ?? []
    if (ofOwner !== owner || of === undefined) continue
    const value = keptJson(localStorage.getItem(key))
    if (value === null || value === undefined || (await keepDraft(of, value))) localStorage.removeItem(key)
  }
}
