import { z } from 'zod'

/**
 * A sentence of the catalogue: it begins like one and ends like one. An unquoted comma in a YAML flow list would split
 * it
 * into parts that do not.
 */
export const WholeSentence = z
  .string()
  .min(3)
  .regex(/^[\p{Lu}\d“]/u, 'A sentence begins with a capital letter.')
  .regex(/[.?!”]$/u, 'A sentence ends with a full stop.')
