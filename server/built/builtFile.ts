import { fileURLToPath } from 'node:url'

/** Where a file lies that the build laid beside the server's program. */
export function builtFile(name: string): string {
  // The server and its threads are one file each in the same folder, whatever source this stands in.
  return fileURLToPath(new URL(name, import.meta.url))
}
