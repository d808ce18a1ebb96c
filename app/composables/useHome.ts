import {
  endHomeLink,
  makeHomeLink,
  printHomeLink,
  readHome,
  saveHome,
  takeHomeCode,
  takeHomeReport,
  type TakenBack,
} from '~~/core/contract/homePractice'
import type { ReplyOf } from '~~/core/contract/route'
import { counted } from '~~/core/sentence'
import { refusalOf } from '~/composables/useRefusal'

type Home = ReplyOf<typeof readHome>

/** So many movements are chosen where nobody has chosen. */
const USUAL = 4

/** What somebody does at home: what could be done, what was chosen, and what came back. */
export function useHome(id: string) {
  const known = ref<Home | null>(null)
  const stored = computed(() => known.value?.home ?? null)
  const proposals = computed(() => known.value?.proposals ?? [])
  const chosen = ref<string[]>([])
  const anchors: string[] = []
  const fields = reactive({ daysAWeek: 3, times: '09:00', note: '', anchors, beginsWith: USUAL })
  const wrong = ref<Record<string, string>>({})
  const message = ref('')
  const said = ref('')

  /** What is kept stays as it is, but for what adapts to how it was; what is new comes as proposed. */
  const entries = computed(() =>
    chosen.value.flatMap((movement) => {
      const proposed = proposals.value.find((one) => one.movement === movement)
      const kept = stored.value?.practice.entries.find((entry) => entry.movement === movement)
      return (proposed?.adapts ? proposed : (kept ?? proposed)) ?? []
    }),
  )
  const offered = computed(() => [
    ...proposals.value,
    ...(stored.value?.practice.entries ?? [])
      .filter((entry) => !proposals.value.some((one) => one.movement === entry.movement))
      .map((entry) => ({
        ...entry,
        because: known.value?.hurt.includes(entry.movement)
          ? 'It hurt at home lately: ask before it is done again.'
          : 'Chosen earlier.',
      })),
  ])

  async function read(): Promise<void> {
    known.value = await call(readHome, { params: { id } })
  }
  async function open(): Promise<void> {
    await read()
    const practice = stored.value?.practice
    const kept = practice?.entries.filter(({ movement }) => !known.value?.hurt.includes(movement))
    chosen.value = (kept ?? proposals.value.slice(0, USUAL)).map(({ movement }) => movement)
    fields.daysAWeek = known.value?.daysAWeek ?? fields.daysAWeek
    if (!practice) return
    const { daysAWeek, times, note, anchors, beginsWith } = practice
    Object.assign(fields, { daysAWeek, times: times.join(', '), note, anchors: [...anchors], beginsWith })
  }
  /** Does something; what is refused is said at its place, or below. */
  async function trying(work: () => Promise<void>): Promise<void> {
    wrong.value = {}
    message.value = said.value = ''
    try {
      await work()
    } catch (error) {
      const refused = refusalOf(error)
      wrong.value = refused.fields
      message.value = Object.values(refused.fields)[0] ?? refused.message
    }
  }
  const save = () =>
    trying(async () => {
      const times = fields.times.split(',').map((time) => time.trim())
      const body = {
        entries: entries.value.map(({ movement, variation, dose, rounds }) => ({ movement, variation, dose, rounds })),
        ...{ daysAWeek: fields.daysAWeek, times: times.filter((time) => time !== ''), note: fields.note },
        ...{ anchors: [...fields.anchors], beginsWith: fields.beginsWith },
      }
      await call(saveHome, { params: { id }, body })
      await read()
      said.value = 'It is kept. The handout, the file and the calendar are ready.'
    })
  async function taken({ added, same, words }: TakenBack): Promise<void> {
    await read()
    const news = added === 0 && same > 0 ? 'All of it was known already.' : `${counted(added, 'note')} taken.`
    said.value = [news, ...words].join(' ')
  }
  const takeCode = (code: string) =>
    trying(async () => taken(await call(takeHomeCode, { params: { id }, body: { code } })))
  const takeReport = (text: string) =>
    trying(async () => taken(await call(takeHomeReport, { params: { id }, body: { text } })))

  /** The address of the link that was just made: it is shown once. */
  const linkAddress = ref('')
  const makeLink = () =>
    trying(async () => {
      const { path } = await call(makeHomeLink, { params: { id } })
      linkAddress.value = `${location.origin}${path}`
      await read()
    })
  const printLink = () => trying(async () => void (await keepFile(printHomeLink, { link: linkAddress.value }, { id })))
  const endLink = () =>
    trying(async () => {
      await call(endHomeLink, { params: { id } })
      linkAddress.value = ''
      await read()
    })
  return {
    ...{ known, stored, proposals, chosen, fields, wrong, message, said, offered, linkAddress },
    ...{ open, read, save, trying, takeCode, takeReport, makeLink, printLink, endLink },
  }
}
