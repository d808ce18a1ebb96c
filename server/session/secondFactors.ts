import { database } from '../database/database'
import { SecondFactor } from './secondFactor'

let factors: SecondFactor | undefined

/** Second factors of this installation. */
export function secondFactors(): SecondFactor {
  return (factors ??= new SecondFactor(database(), useRuntimeConfig().accessKey))
}
