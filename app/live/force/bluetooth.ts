import { WEIGHT_SCALE, weightMeasured } from '~~/core/measure/forceFormats'
import { chosen, NoSensor, type ForceSource } from './source'

/** What is used of Web Bluetooth, which the types of the DOM do not have. */
interface Characteristic extends EventTarget {
  value?: DataView
  startNotifications(): Promise<Characteristic>
  stopNotifications(): Promise<Characteristic>
}
interface Device extends EventTarget {
  gatt?: {
    connect(): Promise<{
      getPrimaryService(service: number): Promise<{ getCharacteristic(id: number): Promise<Characteristic> }>
    }>
    disconnect(): void
  }
}
interface Bluetooth {
  requestDevice(options: { filters: { services: number[] }[] }): Promise<Device>
}
const NO_BLUETOOTH = 'This browser reaches no Bluetooth scale. Another sensor, or a partner’s hand, does as well.'

/** A scale that speaks the standard weight scale service: whoever holds the device picks it once. */
export function bluetoothForce(): ForceSource {
  let device: Device | undefined
  let weight: Characteristic | undefined
  let heard: (() => void) | undefined
  let left: (() => void) | undefined
  return {
    isSimulated: false,
    async start(listener) {
      const { bluetooth }: Navigator & { bluetooth?: Bluetooth } = navigator
      if (!bluetooth) throw new NoSensor(NO_BLUETOOTH)
      device ??= await chosen(bluetooth.requestDevice({ filters: [{ services: [WEIGHT_SCALE.service] }] }))
      const server = await device.gatt?.connect()
      const service = await server?.getPrimaryService(WEIGHT_SCALE.service)
      weight = await service?.getCharacteristic(WEIGHT_SCALE.measurement)
      if (!weight) throw new NoSensor(NO_BLUETOOTH)
      const began = performance.now()
      heard = () => {
        const kg = weight?.value ? weightMeasured(weight.value) : null
        if (kg !== null) listener.take(performance.now() - began, kg)
      }
      left = () => listener.gone()
      weight.addEventListener('characteristicvaluechanged', heard)
      device.addEventListener('gattserverdisconnected', left)
      await weight.startNotifications()
    },
    async stop() {
      if (left) device?.removeEventListener('gattserverdisconnected', left)
      if (heard) weight?.removeEventListener('characteristicvaluechanged', heard)
      await weight?.stopNotifications().catch(() => undefined)
      device?.gatt?.disconnect()
    },
  }
}
