import { forceLine } from '~~/core/measure/forceFormats'
import { chosen, NoSensor, type ForceSource } from './source'

/** What is used of Web Serial, which the types of the DOM do not have. */
interface Port {
  open(options: { baudRate: number }): Promise<void>
  close(): Promise<void>
  readable: ReadableStream<Uint8Array> | null
}
interface Serial {
  requestPort(): Promise<Port>
}
/** As most scales are set when they leave the works. */
const BAUD_RATE = 9600
const NO_SERIAL = 'This browser reaches no serial port. Another sensor, or a partner’s hand, does as well.'

/** A scale or dynamometer at a serial port: whoever holds the device picks the port once. */
export function serialForce(): ForceSource {
  let reader: ReadableStreamDefaultReader<string> | undefined
  let port: Port | undefined
  async function listen(to: ReadableStreamDefaultReader<string>, take: (kg: number) => void): Promise<void> {
    let rest = ''
    for (;;) {
      const { done, value } = await to.read()
      if (done) return
      const lines = (rest + value).split(/\r\n|\r|\n/)
      rest = lines.pop() ?? ''
      for (const line of lines) {
        const kg = forceLine(line)
        if (kg !== null) take(kg)
      }
    }
  }
  return {
    isSimulated: false,
    async start(listener) {
      const { serial }: Navigator & { serial?: Serial } = navigator
      if (!serial) throw new NoSensor(NO_SERIAL)
      port ??= await chosen(serial.requestPort())
      await port.open({ baudRate: BAUD_RATE })
      reader = port.readable?.pipeThrough(new TextDecoderStream() as TransformStream<Uint8Array, string>).getReader()
      if (!reader) return listener.gone()
      const began = performance.now()
      void listen(reader, (kg) => listener.take(performance.now() - began, kg)).then(
        () => listener.gone(),
        () => listener.gone(),
      )
    },
    async stop() {
      await reader?.cancel().catch(() => undefined)
      reader = undefined
      await port?.close().catch(() => undefined)
    },
  }
}
