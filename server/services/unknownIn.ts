import type { Catalogue } from '../../core/catalogue/catalogue'
import type { Participant, ParticipantFields } from '../../core/offer/participant'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { requireOwn, type Scope } from '../database/rows'
import { notValid } from '../http/refuse'

/** What is not known, by the field in which it stands. */
type Unknown = [field: string, words: string]

const NO_MOVEMENT = 'There is no such movement.'

/**
 * Holds what is written down of somebody against the practice's catalogue, and against who else is in the practice.
 *
 * @param onFile as they were before: what a catalogue knew once may stay, until somebody takes it away
 * @throws 422 with the fields at fault; {NotFound} where a neighbour is not of the practice
 */
export async function requireKnownFields(
  scope: Scope,
  { considerations, levels, beside }: Pick<ParticipantFields, 'considerations' | 'levels' | 'beside'>,
  onFile?: Participant,
): Promise<void> {
  const catalogue = await linkedCatalogue(scope)
  const facts = new Set(onFile?.considerations.map(({ consideration }) => consideration))
  const ladders = new Set(onFile?.levels.map(({ movement }) => movement))
  const unknown = [
    ...considerations.flatMap(({ consideration }, at): Unknown[] =>
      catalogue.considerations.has(consideration) || facts.has(consideration)
        ? []
        : [[`considerations.${at}.consideration`, 'There is no such health fact.']],
    ),
    ...unknownMovements(levels, 'levels', { catalogue, besides: ladders }),
  ]
  if (unknown.length > 0) throw notValid(Object.fromEntries(unknown))
  await requireOwn(scope, 'participants', beside)
}

/** Those of rows that name a movement which neither the catalogue knows nor the plan, or what is on file. */
export function unknownMovements(
  rows: readonly { movement: string; variation?: string | null }[],
  field: string,
  { catalogue, besides }: { catalogue: Catalogue; besides: ReadonlySet<string> },
): Unknown[] {
  return rows.flatMap(({ movement, variation = null }, at): Unknown[] => {
    // What a catalogue knew once has variations that it does not know any more either.
    if (!catalogue.movements.has(movement))
      return besides.has(movement) ? [] : [[`${field}.${at}.movement`, NO_MOVEMENT]]
    if (variation === null || variation === '' || catalogue.variations.has(variation)) return []
    return [[`${field}.${at}.variation`, 'There is no such variation.']]
  })
}
