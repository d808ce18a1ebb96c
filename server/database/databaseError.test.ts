import { describe, expect, it } from 'vitest'
import { databaseErrorOf } from './databaseError'

const thrown = (fields: object, message = '') => Object.assign(new Error(message), fields)

describe('an error of the database', () => {
  it('says what and where, and nothing of what was to be written', () => {
    const sql = 'insert into `outcomes` (`event`) values (\'{"note":"her left hip hurts"}\')'
    const error = databaseErrorOf(thrown({ code: 'ER_NO_SUCH_TABLE', sql }, `${sql} - Table does not exist`))
    expect(error).toEqual({ code: 'ER_NO_SUCH_TABLE', table: 'outcomes', isAway: false })
    expect(JSON.stringify(error)).not.toContain('hip')
  })
  it('that passes by itself is told from one that does not', () => {
    expect(databaseErrorOf(thrown({ code: 'ECONNREFUSED' }))).toMatchObject({ isAway: true, table: '' })
    expect(databaseErrorOf(thrown({ code: 'ER_DISK_FULL', sql: 'update `meetings` set x = 1' }))).toMatchObject({
      ...{ isAway: true, table: 'meetings' },
    })
    expect(databaseErrorOf(thrown({ name: 'KnexTimeoutError' }))).toMatchObject({ isAway: true })
  })
  it('is not seen in errors of other kinds', () => {
    expect(databaseErrorOf(new TypeError('x is not a function'))).toBeNull()
    expect(databaseErrorOf('words')).toBeNull()
  })
})
