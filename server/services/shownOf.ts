import type { Catalogue, Variation } from '../../core/catalogue/catalogue'
import type { VariationTexts } from '../../core/catalogue/movement'
import { textsOf } from '../../core/catalogue/summary'
import { shownClass, type ShownClass } from '../../core/lead/shownClass'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { practiceCatalogue } from '../catalogue/practiceCatalogue'
import type { Scope } from '../database/rows'
import { meetingView } from './meetingView'

/** A class as it may be shown, and what that was made from. */
export interface Shown {
  view: Awaited<ReturnType<typeof meetingView>>
  catalogue: Catalogue
  shown: ShownClass
  textsOf: (variation: Variation) => VariationTexts | undefined
}

/**
 * A class as it may be shown to a room, or one lane of it to one person.
 *
 * @param own whose own lane alone is shown; null: all are
 */
export async function shownOf(
  scope: Scope,
  meetingId: string,
  { withNames, own }: { withNames: boolean; own: string | null },
): Promise<Shown> {
  const [view, catalogue, data] = await Promise.all([
    meetingView(scope, meetingId),
    linkedCatalogue(scope),
    practiceCatalogue(scope),
  ])
  const texts = new Map<string, Record<string, VariationTexts>>()
  const wordsOf = ({ movement, id }: Variation): VariationTexts | undefined => {
    const entry = texts.has(movement) ? undefined : data.movements.find((one) => one.id === movement)
    if (entry) texts.set(movement, textsOf(entry).variations)
    return texts.get(movement)?.[id]
  }
  return { view, catalogue, textsOf: wordsOf, shown: shownClass(view, { catalogue, textsOf: wordsOf, withNames, own }) }
}
