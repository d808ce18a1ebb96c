import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { TIERS } from '../catalogue/words'
import { AIM_OF_GOALS, aimOfGoals, comesFor, neededFor, servedBy, servedWords, serves } from './serving'

const catalogue = shippedCatalogue()
const stairs = { task: 'stairs-up', importance: 3 }

describe('what a movement is for', () => {
  it('is said of every task and movement in a whole sentence', () => {
    for (const task of catalogue.tasks.values()) {
      for (const movement of Object.keys(task.movements)) {
        const words = neededFor(servedBy(movement, [{ task: task.id, importance: 1 }], catalogue))
        expect(words).toBe(`This is what ${task.said} ${task.plural ? 'need' : 'needs'}.`)
      }
      // English has it by the last letter here; a task whose words end otherwise says so itself.
      expect(task.plural, task.said).toBe(/^the (stairs|trousers|socks|shoes)$/.test(task.said))
    }
  })
  it('goes by how much it trains and how much the goal matters', () => {
    expect(serves('sit-to-stand', [stairs], catalogue)).toBe(1)
    expect(serves('sit-to-stand', [{ ...stairs, importance: 1 }], catalogue)).toBeCloseTo(1 / 3)
    expect(serves('neck-turns', [stairs], catalogue)).toBe(0)
    expect(serves('sit-to-stand', undefined, catalogue)).toBe(0)
    expect(servedBy('sit-to-stand', [{ task: 'no-such-task', importance: 3 }], catalogue)).toEqual([])
  })
  it('names two at most, what it serves most first', () => {
    const tasks = ['pick-up', 'stairs-up', 'chair-to-stand'].map((task) => ({ task, importance: 3 }))
    const served = servedBy('sit-to-stand', tasks, catalogue)
    expect(served.map(({ task }) => task.id)).toEqual(['stairs-up', 'chair-to-stand', 'pick-up'])
    expect(neededFor(served)).toBe('This is what the stairs and getting up from the chair need.')
    expect(servedWords(served)).toBe('For the stairs and getting up from the chair')
    expect([neededFor([]), servedWords([])]).toEqual(['', ''])
  })
  it('is there in every tier for every task', () => {
    for (const task of catalogue.tasks.values())
      for (const tier of TIERS) {
        const has = Object.keys(task.movements).filter((id) => catalogue.movements.get(id)?.ladders[tier])
        expect(has.length, `${task.id} in ${tier}`).toBeGreaterThanOrEqual(2)
      }
  })
})

describe('what people come for', () => {
  it('is each task of an open goal once, as important as its most important goal', () => {
    const goal = (task: string | null, importance: number, state: 'open' | 'reached' | 'ended' = 'open') => ({
      ...{ task, importance, state },
    })
    expect(
      comesFor([
        goal('socks', 1),
        goal('socks', 3),
        goal(null, 3),
        goal('kerb', 2, 'reached'),
        goal('shoes', 2, 'ended'),
      ]),
    ).toEqual([{ task: 'socks', importance: 3 }])
  })
  it('is an aim of the regions that serve it', () => {
    expect(aimOfGoals([{}, { comesFor: [] }], catalogue)).toBeNull()
    const neck = aimOfGoals([{ comesFor: [{ task: 'over-the-shoulder', importance: 2 }] }], catalogue)!
    expect(neck.id).toBe(AIM_OF_GOALS)
    expect(Object.keys(neck.regions)).toEqual(expect.arrayContaining(['neck', 'upper-back']))
    expect(neck.regions['knee-strength']).toBeUndefined()
    const legs = aimOfGoals([{ comesFor: [stairs] }], catalogue)!
    expect(Object.entries(legs.regions).sort((a, b) => b[1] - a[1])[0]).toEqual(['knee-strength', 1])
    expect(legs.quality).toBe('strength')
    for (const { id } of catalogue.tasks.values()) {
      const aim = aimOfGoals([{ comesFor: [{ task: id, importance: 1 }] }], catalogue)!
      expect(Math.max(...Object.values(aim.regions)), id).toBe(1)
      expect(Math.min(...Object.values(aim.regions)), id).toBeGreaterThanOrEqual(0.3)
    }
  })
})
