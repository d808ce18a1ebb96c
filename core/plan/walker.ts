import type { Catalogue, Variation } from '../catalogue/catalogue'
import { homePosture } from '../offer/mover'
import { changeover, type ChangeoverMove } from '../time/changeover'
import type { Rider } from './typicalRiders'

/** Follows one person through the plan: where they are, what lies at their station, how long they have moved. */
export class Walker {
  posture: string
  readonly home: string
  movedSeconds = 0
  readonly steps: ChangeoverMove[][] = []
  homeward: ChangeoverMove[] = []
  /** How the chair beside a standing or kneeling person stands; null before one is needed. */
  private chair: string | null = null
  private readonly atStation = new Set<string>()

  constructor(
    readonly rider: Rider,
    private readonly catalogue: Catalogue,
  ) {
    this.home = homePosture(rider.tier, rider.mover.avoid, catalogue)
    this.posture = this.home
  }

  stepTo(index: number): { seconds: number; moves: ChangeoverMove[]; fetches: boolean; open: boolean } {
    const variation = (this.rider.offers[index] ?? []).find((offer) => offer.variation !== null)?.variation
    const target = variation && variation.tier === this.rider.tier ? variation.postureId : this.posture
    const way = changeover(this.catalogue.graph, this.posture, target, this.rider.mover)
    const turn = way && variation ? this.chairTurn(variation, way.moves.at(-1)?.to ?? this.posture) : []
    const moves = [...(way?.moves ?? []), ...turn]
    const seconds = (way?.seconds ?? 0) + turn.reduce((sum, move) => sum + move.seconds, 0)
    if (way) this.posture = target
    this.steps.push(moves)
    this.movedSeconds += seconds
    return {
      seconds,
      moves,
      fetches: this.fetches(variation?.props.map((need) => need.prop) ?? []),
      open: way !== null,
    }
  }

  /** Those who stand or kneel by a chair turn it where a variation wants it the other way; sitters turn themselves. */
  private chairTurn(variation: Variation, at: string): ChangeoverMove[] {
    if (variation.tier !== 'standing' && variation.tier !== 'floor') return []
    const wanted = variation.chair ?? this.catalogue.figures.get(variation.postureId)?.scene.chair ?? 'none'
    if (wanted === 'none' || wanted === 'sit') return []
    const turns = this.chair !== null && this.chair !== wanted
    this.chair = wanted
    return turns
      ? [
          {
            from: at,
            to: at,
            seconds: this.catalogue.clock.turningChair.seconds,
            waitSeconds: 0,
            cue: 'Turn the chair round.',
          },
        ]
      : []
  }

  goHome(): number {
    const way = changeover(this.catalogue.graph, this.posture, this.home, this.rider.mover)
    this.homeward = way?.moves ?? []
    this.movedSeconds += way?.seconds ?? 0
    return way?.seconds ?? 0
  }

  /** Whether a prop has to be fetched now; once at the station it stays there. */
  private fetches(props: string[]): boolean {
    const missing = props.filter((prop) => !this.atStation.has(prop) && !this.catalogue.props.get(prop)?.station)
    missing.forEach((prop) => this.atStation.add(prop))
    return missing.length > 0
  }
}
