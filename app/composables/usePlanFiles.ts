import { readPlan } from '~~/core/formats/planJson'
import { writeWebVtt } from '~~/core/formats/webvtt'
import type { Tier } from '~~/core/catalogue/words'
import { cuesOf, heardIn } from '~~/core/lead/cues'
import { scriptOf } from '~~/core/lead/script'
import type { Edit } from '~~/core/plan/edits'
import type { Plan } from '~~/core/plan/plan'
import { refusalOf } from './useRefusal'

/** What the open plan is made from and what is made of it: files, earlier versions, the shelf. */
export function usePlanFiles(plan: Readonly<Ref<Plan>>) {
  const meeting = useMeeting()
  const editor = usePlanEditor()
  const catalogues = useCatalogue()
  const shelf = useShelf()
  const said = useSaid()
  const problems = ref<string[]>([])

  /** A plan from a file takes the place of this one's blocks; undo brings them back. Says whether it could be read. */
  async function read(file: File): Promise<boolean> {
    const found = readPlan(await file.text(), catalogues.catalogue)
    problems.value = 'problems' in found ? found.problems.slice(0, 6) : []
    if ('plan' in found) put(found.plan)
    return 'plan' in found
  }
  /** One step to undo. */
  function put({ blocks, title, minutes }: Plan, ...more: Edit[]): void {
    editor.apply({ edit: 'setBlocks', blocks }, { edit: 'setTitle', title }, { edit: 'setMinutes', minutes }, ...more)
  }
  /** An earlier version takes this one's place, as one step that can be undone. */
  function restore(earlier: Plan): void {
    put(earlier, { edit: 'setSchool', school: earlier.school })
  }
  /** Keeps the plan as it stands for other meetings and circles; the same title makes the next version. */
  async function toShelf(): Promise<void> {
    try {
      const { kept, isNew } = await shelf.keep(plan.value)
      editor.notice = isNew
        ? `“${kept.plan.title || 'No title yet'}” is on the shelf now.`
        : `“${kept.plan.title}” on the shelf has its version ${kept.version} now.`
    } catch (error) {
      editor.notice = refusalOf(error).message
    }
  }
  /** Everything that one voice says, or what one lane hears of it, as a subtitle file. */
  function saveCues(lane: Tier | null): void {
    const { timeline } = meeting
    const cues = cuesOf(scriptOf(timeline), { ...said(), plan: plan.value })
    const name = lane === null ? 'cues.vtt' : `cues-${lane}.vtt`
    saveBlob(
      name,
      new Blob([writeWebVtt(lane === null ? cues : heardIn(lane, cues), timeline.seconds)], { type: 'text/vtt' }),
    )
  }
  return { problems, read, restore, toShelf, saveCues }
}
