import type { CatalogueData } from '../../core/catalogue/catalogue'
import { parseCatalogue } from '../../core/catalogue/parseCatalogue'

let read: Promise<CatalogueData> | undefined

/** The catalogue as it was built in, read and checked once. */
export function catalogueData(): Promise<CatalogueData> {
  return (read ??= readBuiltIn())
}

async function readBuiltIn(): Promise<CatalogueData> {
  const storage = useStorage('assets:catalogue')
  const keys = (await storage.getKeys()).filter((key) => key.endsWith('.yaml'))
  const entries = await Promise.all(
    keys.map(async (key) => [key.replaceAll(':', '/'), await textOf(await storage.getItemRaw(key))] as const),
  )
  return parseCatalogue(Object.fromEntries(entries))
}

async function textOf(raw: unknown): Promise<string> {
  return raw instanceof Uint8Array ? Buffer.from(raw).toString('utf8') : String(raw)
}
