import { entryAt } from '~~/core/entries'
import { SIMULATED_PEOPLE, simulatedTrace } from '~~/core/measure/simulatedSensor'

/** The device's tilt, or a simulated one: how far its long side leans from upright, degrees. */
export function useTiltSensor() {
  return useBodySensor<'deg'>({
    channels: ['deg'],
    event: 'deviceorientation',
    read: (event) => (event instanceof DeviceOrientationEvent && event.beta !== null ? { deg: event.beta } : null),
    simulate: (person, seed) => ({ ...simulatedTrace(entryAt(SIMULATED_PEOPLE, person), seed) }),
    isTakenAway: (person) => entryAt(SIMULATED_PEOPLE, person).sensor === 'taken-away',
    speed: 3,
  })
}
