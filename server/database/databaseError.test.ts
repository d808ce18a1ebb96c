import { describe, expect, it } from 'vitest'
import { databaseErrorOf } from './databaseError'

const thrown = (fields: object, message = '') => Object.assign(new Error(message), fields)

describe('an error of the database', () => {
  it('says what and where, and nothing of what was to be written', () => {
    const sql = 'insert into `outcomes` (`event`) values (\'{"note":"her left hip hurts"}\')'
    const error = databaseErrorOf(thrown({ code: 'ER_NO_SUCH_TABLE', sql }, `${sql} - Table does not exist`))
    expect(error).toEqual({ code: 'ER_NO_SUCH_TABLE', table: 'outcomes', isAway: false, isInTheWay: false })
    expect(JSON.stringify(error)).not.toContain('hip')
  })
  it('that passes by itself is told from one that does not', () => {
    expect(databaseErrorOf(thrown({ code: 'ECONNREFUSED' }))).toMatchObject({ isAway: true, table: '' })
    expect(databaseErrorOf(thrown({ code: 'ER_DISK_FULL', sql: 'update `meetings` set x = 1' }))).toMatchObject({
      ...{ isAway: true, table: 'meetings' },
    })
    expect(databaseErrorOf(thrown({ name: 'KnexTimeoutError' }))).toMatchObject({ isAway: true })
  })
  it('of a cluster says that another stood in the way, or that the node has lost the others', () => {
    const thrownBack = thrown({ code: 'ER_LOCK_DEADLOCK', errno: 1213 }, 'Deadlock found when trying to get lock')
    expect(databaseErrorOf(thrownBack)).toMatchObject({ isInTheWay: true, isAway: false })
    expect(databaseErrorOf(thrown({ code: 'ER_UNKNOWN_COM_ERROR', errno: 1047 }))).toMatchObject({ isAway: true })
    expect(databaseErrorOf(thrown({ code: 'ER_DUP_ENTRY', sql: 'insert into `x` values (1)' }))).toMatchObject({
      ...{ isInTheWay: false, isAway: false },
    })
  })
  it('is not seen in errors of other kinds', () => {
    expect(databaseErrorOf(new TypeError('x is not a function'))).toBeNull()
    expect(databaseErrorOf('words')).toBeNull()
  })
})
