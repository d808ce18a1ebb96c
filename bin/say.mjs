/** What the commands say while they work: plain sentences, one a step. */
export function say(sentence) {
  process.stdout.write(`· ${sentence}\n`)
}

/** A problem that the person at the keyboard can do something about: its message holds the way out. */
export class WayOut extends Error {}

/** Runs a command's main function; a known problem prints its way out, anything else its stack. */
export async function run(main) {
  try {
    await main()
  } catch (error) {
    process.stderr.write(`\n${error instanceof WayOut ? error.message : error.stack}\n`)
    process.exitCode = 1
  }
}
