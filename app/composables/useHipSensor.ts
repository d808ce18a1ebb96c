import { entryAt } from '~~/core/entries'
import { SWAYING_PEOPLE, simulatedSway } from '~~/core/measure/simulatedSway'
import { GOING_PEOPLE, simulatedUpAndGo, USUAL_GO_SENSOR } from '~~/core/measure/simulatedUpAndGo'

/** A sway of half a minute and a little more. */
const SWAY_SECONDS = 31
const RAD = Math.PI / 180

/** Where up is, as a phone that is worn upright tells it; some count the other way round. */
function leans(event: Event): { forward: number; side: number } | null {
  const { x, y, z } = (event instanceof DeviceMotionEvent && event.accelerationIncludingGravity) || {}
  if (typeof x !== 'number' || typeof y !== 'number' || typeof z !== 'number') return null
  const sign = Math.sign(y) || 1
  return { forward: Math.atan2(-z * sign, Math.abs(y)) / RAD, side: Math.atan2(x * sign, Math.abs(y)) / RAD }
}

/** A phone in a belt in front of the hip bone, its screen outwards: how somebody who stands leans. */
export function useLeanSensor() {
  return useBodySensor<'forward' | 'side'>({
    channels: ['forward', 'side'],
    event: 'devicemotion',
    read: leans,
    simulate: (person, seed) => ({
      ...simulatedSway(entryAt(SWAYING_PEOPLE, person), seed, SWAY_SECONDS, {
        ...{ rateHz: 60, noiseDeg: 0.1, jitterMs: 4, driftDegPerMinute: 0.3 },
      }).sent,
    }),
    speed: 6,
  })
}

/** A phone in a belt at the low back, its screen outwards: how somebody gets up, walks, turns and sits down. */
export function useGoSensor() {
  return useBodySensor<'pitch' | 'turn' | 'up'>({
    channels: ['pitch', 'turn', 'up'],
    event: 'devicemotion',
    read: (event) => {
      const lean = leans(event)
      if (!lean || !(event instanceof DeviceMotionEvent)) return null
      const { rotationRate, acceleration } = event
      if (typeof rotationRate?.alpha !== 'number') return null
      // At the back the screen looks backwards; the long axis of the phone is the body's.
      return { pitch: -lean.forward, turn: rotationRate.beta ?? 0, up: acceleration?.y ?? 0 }
    },
    simulate: (person, seed) => ({ ...simulatedUpAndGo(entryAt(GOING_PEOPLE, person), seed, USUAL_GO_SENSOR).sent }),
    speed: 4,
  })
}
