import { spawnSync } from 'node:child_process'
import { chmodSync, existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { Instance } from '../database.mjs'
import { giveTo, ownTemporary } from '../databaseFiles.mjs'
import { requireProgram } from '../programs.mjs'
import { WayOut } from '../say.mjs'
import { writeWhole } from '../files.mjs'

const PROVIDER = '/usr/lib/galera/libgalera_smm.so'
const JOINED_WITHIN_MS = 120_000
/** As root the transfer to a new node drops its rights, so the database has another's from the beginning. */
const RUNS_AS = 'mysql'

/** The usual waits are for networks between towns: a node that is gone is given up within a second or two. */
const SOON =
  'evs.keepalive_period=PT0.3S;evs.inactive_check_period=PT0.2S;evs.suspect_timeout=PT1S;evs.inactive_timeout=PT3S;evs.install_timeout=PT3S'

/**
 * One database server of a cluster on this machine: an instance of its own that tells the others of every change before
 * it is kept.
 *
 * @param ports `{ group, transfer, pieces }`: for the group's own talk, for a whole copy, and for what was missed
 */
export class Node extends Instance {
  constructor(folder, { clusterName, name, ports }) {
    super(folder)
    Object.assign(this, { clusterName, ports, nodeName: name, donors: [] })
    if (process.getuid?.() === 0) {
      this.runsAs = RUNS_AS
      giveTo(folder, RUNS_AS)
      chmodSync(folder, 0o700)
    }
  }

  /** Where the others find it. */
  get groupAddress() {
    return `127.0.0.1:${this.ports.group}`
  }

  /**
   * Starts it among others, or as the first of them.
   *
   * @param members addresses of the others
   * @param donors names of those that are to give it what it missed, the best first
   */
  async join(members, donors = []) {
    this.donors = donors
    // A whole transfer has to end before it: what it had, and where it stood, makes it the missing changes alone.
    this.more = [...this.galera(members), ...(members.length > 0 ? this.startPosition() : [])]
    await this.begin()
  }

  galera(members) {
    const { group, transfer, pieces } = this.ports
    const options = `base_port=${group};gmcast.listen_addr=tcp://127.0.0.1:${group};ist.recv_addr=127.0.0.1:${pieces};gcache.size=64M;${SOON}`
    return [
      '--wsrep-on=ON',
      `--wsrep-provider=${PROVIDER}`,
      `--wsrep-cluster-name=${this.clusterName}`,
      `--wsrep-cluster-address=gcomm://${members.join(',')}`,
      `--wsrep-node-name=${this.nodeName}`,
      '--wsrep-node-address=127.0.0.1',
      '--wsrep-sst-method=rsync',
      // Who gives another a whole copy takes no work meanwhile: the first, which is written to, last of all.
      `--wsrep-sst-donor=${this.donors.join(',')},`,
      `--wsrep-sst-receive-address=127.0.0.1:${transfer}`,
      `--wsrep-provider-options=${options}`,
      '--binlog-format=ROW',
      '--innodb-autoinc-lock-mode=2',
    ]
  }

  /** It takes what it is asked once it has all that the others have. */
  async ready() {
    const until = Date.now() + JOINED_WITHIN_MS
    while (this.state() !== 'Synced') {
      if (this.process && (this.process.exitCode !== null || this.process.signalCode !== null))
        throw new WayOut(this.whyNot('ended before it had joined the others'))
      if (Date.now() > until) throw new WayOut(this.whyNot('did not join the others within two minutes'))
      await wait(150)
    }
  }

  /** What it says of itself: `Synced` is well; empty: it does not answer. */
  state() {
    const asked = this.ask("show status like 'wsrep_local_state_comment'")
    return asked.status === 0 ? (asked.stdout.trim().split('\t').at(-1) ?? '') : ''
  }

  /** How far it had come when it ended, however it ended; -1: nowhere. */
  position() {
    if (!existsSync(this.data)) return null
    const asked = spawnSync(
      requireProgram('mariadbd'),
      [
        ...['--no-defaults', `--user=${this.runsAs}`, `--datadir=${this.data}`, '--wsrep-on=ON', '--binlog-format=ROW'],
        ...[`--wsrep-provider=${PROVIDER}`, '--wsrep-cluster-address=gcomm://', '--wsrep-recover'],
        `--tmpdir=${ownTemporary(this.data, this.own, this.runsAs)}`,
        ...['--skip-networking', `--socket=${join(this.folder, 'recover.sock')}`, `--pid-file=${this.pidFile}.recover`],
      ],
      { encoding: 'utf8' },
    )
    const [, uuid, at] = /Recovered position: ([0-9a-f-]+):(-?\d+)/.exec(`${asked.stderr}${asked.stdout}`) ?? []
    return uuid === undefined ? null : { uuid, at: Number(at) }
  }

  startPosition() {
    const position = this.position()
    return position === null || position.at < 0 ? [] : [`--wsrep-start-position=${position.uuid}:${position.at}`]
  }

  /** Whether it was the last that ended in order. */
  endedLast() {
    return /safe_to_bootstrap: 1/.test(this.stateFile())
  }

  /** Lets it begin the cluster anew: of those that are there it had come furthest. */
  mayBegin() {
    const file = join(this.data, 'grastate.dat')
    if (!existsSync(file)) return
    writeWhole(file, this.stateFile().replace('safe_to_bootstrap: 0', 'safe_to_bootstrap: 1'))
    if (this.runsAs !== this.own) giveTo(file, this.runsAs)
  }

  stateFile() {
    const file = join(this.data, 'grastate.dat')
    return existsSync(file) ? readFileSync(file, 'utf8') : ''
  }
}
