import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, it, vi } from 'vitest'
import type { Acting } from '../database/rows'
import { endThreads, IN_CLASS, inThread, type Limit } from './inThread'
import type { TaskName } from './tasks'

vi.mock('../built/builtFile', () => ({
  builtFile: () => fileURLToPath(new URL('../../tests/tiredThread.mjs', import.meta.url)),
}))
afterAll(endThreads)

const of = (practiceId: string) => ({ practiceId, accountId: null }) as Acting
const ask = async (name: string, limit: Limit, practice = 'a') =>
  new TextDecoder().decode(
    (await inThread(name as TaskName, of(practice), { asked: name } as never, limit)).body as Uint8Array,
  )
const QUICK: Limit = { of: 'files', seconds: 0.5 }
const LONG: Limit = { of: 'files', seconds: 60 }

describe('what is done in a thread', () => {
  it('comes back as it was made', async () => {
    expect(await ask('answer', LONG)).toBe('{"asked":"answer"}')
    expect(await ask('answer', IN_CLASS)).toBe('{"asked":"answer"}')
  })
  it('is refused in the task’s own words, and an error that nobody foresaw stays one', async () => {
    await expect(ask('refuse', LONG)).rejects.toMatchObject({ statusCode: 404, data: { code: 'not-found' } })
    await expect(ask('fail', LONG)).rejects.toThrow('not foreseen')
  })
  it('is ended when it takes too long, says so, and the next one is done', async () => {
    await expect(ask('spin', QUICK)).rejects.toMatchObject({ statusCode: 422, data: { code: 'too-long' } })
    await expect(ask('spin', QUICK)).rejects.toThrow('longer than 0.5 seconds and was ended: nothing was changed')
    expect(await ask('answer', LONG)).toBe('{"asked":"answer"}')
  })
  it('is ended when it takes too much memory, says so, and the next one is done', async () => {
    await expect(ask('fill', LONG)).rejects.toMatchObject({ statusCode: 422, data: { code: 'too-large' } })
    expect(await ask('answer', LONG)).toBe('{"asked":"answer"}')
  })
  it('leaves a class’s thread to the class while a file is read', async () => {
    const file = ask('spin', { of: 'files', seconds: 3 }).catch((error: { data: unknown }) => error.data)
    expect(await ask('answer', IN_CLASS)).toBe('{"asked":"answer"}')
    expect(await file).toMatchObject({ code: 'too-long' })
  })
  it('is refused where too many wait already', async () => {
    const asked = Array.from({ length: 20 }, () =>
      ask('answer', LONG).catch((error: { statusCode: number }) => error.statusCode),
    )
    const answers = await Promise.all(asked)
    expect(answers.filter((answer) => answer === 503)).toHaveLength(7)
    expect(answers.filter((answer) => answer === '{"asked":"answer"}')).toHaveLength(13)
  })
})
