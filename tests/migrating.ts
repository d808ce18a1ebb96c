import { connect, databaseFromEnvironment } from '../server/database/connection'
import { migrate } from '../server/database/migrate'

/** A migration that is killed after so many statements, as by a power cut: `node --import tsx tests/migrating.ts 7`. */
const dieAfter = Number(process.argv[2])
const db = connect(databaseFromEnvironment())
let asked = 0
db.on('query-response', () => {
  asked += 1
  if (asked === dieAfter) process.kill(process.pid, 'SIGKILL')
})
await migrate(db)
await db.destroy()
