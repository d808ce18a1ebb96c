/** Stands in for the server's own thread: does what a task must not, or what it is told. */
export default async function work({ name, input }) {
  if (name === 'spin') for (;;);
  if (name === 'fill') {
    const all = []
    for (;;) all.push(new Array(1e6).fill({}))
  }
  if (name === 'fail') throw new Error('not foreseen')
  if (name === 'refuse')
    return {
      refused: { statusCode: 404, statusMessage: 'not-found', message: 'There is none.', data: { code: 'not-found' } },
    }
  return { bytes: new TextEncoder().encode(JSON.stringify(input)) }
}
