import { describe, expect, it } from 'vitest'
import { setUp, signIn } from '../../core/contract/access'
import { firstForm, startsWithForm } from './firstForm'

const stranger = { path: '/', mode: 'navigate', hasSession: false, isPlain: false }

describe('the form that stands in the page', () => {
  it('is there for whoever comes without a session, wherever they want to go', () => {
    for (const path of ['/', '/sign-in', '/set-up', '/circles/7'])
      expect(startsWithForm({ ...stranger, path })).toBe(true)
  })
  it('is not in what is kept for a start without the server', () => {
    for (const mode of ['cors', 'same-origin', undefined]) expect(startsWithForm({ ...stranger, mode })).toBe(false)
  })
  it('asks nobody who may be signed in, whose screen needs no account, or whose words could be read', () => {
    expect(startsWithForm({ ...stranger, hasSession: true })).toBe(false)
    expect(startsWithForm({ ...stranger, path: '/watch' })).toBe(false)
    expect(startsWithForm({ ...stranger, isPlain: true })).toBe(false)
  })
  it('has the fields that its route takes, by their names', () => {
    const named = (form: string) => [...form.matchAll(/<input[^>]* name="(\w+)"/g)].map(([, name]) => name)
    // What is asked for later, where an account has it.
    const later = ['code']
    const asked = (route: { body: { shape: object } }) => Object.keys(route.body.shape)
    expect(named(firstForm(true)).toSorted()).toEqual(
      asked(signIn)
        .filter((name) => !later.includes(name))
        .toSorted(),
    )
    expect(named(firstForm(false)).toSorted()).toEqual(asked(setUp).toSorted())
  })
})
