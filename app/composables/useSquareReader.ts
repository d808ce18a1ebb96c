import type { SquareDone, SquareTask } from '~/workers/square.worker'

/** So often a picture of the camera is looked at, milliseconds. */
const LOOK_MS = 200
/** Larger pictures are made as small as this: a square code on a telephone's screen is read from it. */
const WIDTH_AT_MOST = 1000

/** Reads square codes before this device's camera, or in a picture; each new one is handed over once. */
export function useSquareReader(onText: (text: string) => void) {
  const { ask, dispose } = useWorker<SquareTask, SquareDone>(
    () => new Worker(new URL('../workers/square.worker.ts', import.meta.url), { type: 'module' }),
  )
  const video = ref<HTMLVideoElement | null>(null)
  const isLooking = ref(false)
  const problem = ref('')
  let stream: MediaStream | undefined
  let last = ''

  async function textIn(source: CanvasImageSource, size: { width: number; height: number }): Promise<string | null> {
    const by = Math.min(1, WIDTH_AT_MOST / size.width)
    const canvas = new OffscreenCanvas(Math.round(size.width * by), Math.round(size.height * by))
    const pen = canvas.getContext('2d', { willReadFrequently: true })
    if (!pen || canvas.width === 0) return null
    pen.drawImage(source, 0, 0, canvas.width, canvas.height)
    const { data, width, height } = pen.getImageData(0, 0, canvas.width, canvas.height)
    return (await ask({ data, width, height })).text
  }
  async function begin(): Promise<void> {
    problem.value = ''
    try {
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } })
    } catch {
      problem.value = 'The camera cannot be used here: let the browser use it, or read a file or a picture.'
      return
    }
    isLooking.value = true
    await nextTick()
    if (!video.value) return
    video.value.srcObject = stream
    await video.value.play()
    void look()
  }
  async function look(): Promise<void> {
    while (isLooking.value) {
      const seen = video.value
      const text = seen?.videoWidth ? await textIn(seen, { width: seen.videoWidth, height: seen.videoHeight }) : null
      if (text !== null && text !== last && isLooking.value) {
        last = text
        onText(text)
      }
      await new Promise((resolve) => setTimeout(resolve, LOOK_MS))
    }
  }
  function end(): void {
    isLooking.value = false
    for (const track of stream?.getTracks() ?? []) track.stop()
  }
  /** Reads a picture that somebody has sent. */
  async function readPicture(file: Blob): Promise<void> {
    problem.value = ''
    const picture = await createImageBitmap(file).catch(() => null)
    const text = picture && (await textIn(picture, picture))
    if (text) onText(text)
    else problem.value = 'There is no square code in this picture.'
  }
  onScopeDispose(() => {
    end()
    dispose()
  })
  return { video, isLooking, problem, begin, end, readPicture }
}
