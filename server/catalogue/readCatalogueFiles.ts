import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

/** Reads all YAML under a catalogue folder: name relative to it → text. */
export function readCatalogueFiles(folder = join(process.cwd(), 'catalogue')): Record<string, string> {
  const names = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((name) => name.endsWith('.yaml'))
  return Object.fromEntries(names.map((name) => [name.replaceAll('\\', '/'), readFileSync(join(folder, name), 'utf8')]))
}
