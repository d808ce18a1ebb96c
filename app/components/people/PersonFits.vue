<script setup lang="ts">
import { halfKneel, handRest, kneeToWallDeg, leanDeg, LEAN_LIMITS_DEG, strapCm, wallSit } from '~~/core/body/fits'
import { sittingBlock, rotationSitCurve } from '~~/core/body/rotationSit'
import { SIZE_CM } from '~~/core/body/scene'
import { seatFit } from '~~/core/body/seatHeight'

/** What fits this body: heights, angles and props from the height alone, each with its figure drawn anew. */
const { heightCm } = defineProps<{ heightCm: number }>()
const level = ref(2)
const chairCm = ref<number>(SIZE_CM.seat)
const kneeDeg = ref(60)
const hingeDeg = ref(60)
const raiseDeg = ref(70)
const strideCm = ref(55)
const kneeCushions = ref(1)
const inwardDeg = ref(35)
const toeCm = ref(8)
const shiftCm = ref(8)

const seat = computed(() =>
  seatFit({ level: level.value, heightCm, chairCm: chairCm.value, cushionCm: SIZE_CM.cushion }),
)
const sit = computed(() => wallSit(heightCm, kneeDeg.value))
const rest = computed(() => handRest(heightCm, hingeDeg.value))
const strap = computed(() => strapCm(heightCm, raiseDeg.value))
const kneel = computed(() => halfKneel(heightCm, strideCm.value, kneeCushions.value * SIZE_CM.cushion))
const block = computed(() => sittingBlock(heightCm, inwardDeg.value))
const curve = computed(() => rotationSitCurve(heightCm))
const toWall = computed(() => kneeToWallDeg(heightCm, toeCm.value))
const lean = computed(() => leanDeg(heightCm, shiftCm.value))
const cm = (value: number) => `${Math.round(value)} cm`
const deg = (value: number | null) => (value === null ? 'out of reach' : `${Math.round(value)}°`)
const handsAt = computed(() => {
  const { cm } = rest.value
  if (cm >= SIZE_CM.table) return { contacts: { hands: 'chair-back' }, scene: { chair: 'before' } }
  if (cm >= SIZE_CM.seat) return { contacts: { hands: 'chair-seat' }, scene: { chair: 'behind-turned' } }
  return { contacts: { hands: 'block' }, scene: { handBlockCm: Math.max(1, cm) } }
})
const hingePose = computed(() => ({
  angles: {
    tilt: hingeDeg.value,
    hipFlexion: hingeDeg.value + 6,
    kneeFlexion: 8,
    shoulderFlexion: hingeDeg.value,
    elbowFlexion: 4,
  },
  ...handsAt.value,
}))
</script>

<template>
  <section class="max-w-5xl">
    <h2>What fits, at {{ heightCm }} cm</h2>
    <p class="text-faint text-[0.94rem] mb-3">
      From body height and published segment lengths; a measured length knows better. Prop heights round to the easier
      side.
    </p>
    <div class="grid gap-x-8 gap-y-4 lg:grid-cols-2">
      <FitFigure
        title="Seat for sit to stand"
        posture="chair/front-edge"
        :pose="{ scene: { seatCushions: seat.cushions } }"
      >
        <p class="flex flex-wrap gap-2">
          <label
            >Level
            <select v-model.number="level" class="field w-20">
              <option v-for="n in 4" :key="n" :value="n">{{ n }}</option>
            </select></label
          ><label
            >Chair
            <input v-model.number="chairCm" type="number" min="30" max="60" class="field w-24 numerals" /> cm</label
          >
        </p>
        <p>
          {{ cm(seat.wantedCm) }} is wanted:
          {{
            seat.cushions === 0
              ? 'the chair as it is'
              : `${seat.cushions} ${seat.cushions === 1 ? 'cushion' : 'cushions'}`
          }}{{ seat.needsHigherSeat ? ', and better a higher seat' : '' }}.
        </p>
        <p class="text-faint">
          Hip {{ deg(seat.hipAngleDeg) }} sitting, {{ deg(seat.risingHipAngleDeg) }} at its peak while rising: the peak
          is what a replaced hip minds.
        </p>
      </FitFigure>
      <FitFigure
        title="Wall sit"
        posture="standing/at-wall"
        :pose="{ angles: { hipFlexion: kneeDeg - 4, kneeFlexion: kneeDeg, ankleUp: 3 }, contacts: { back: 'wall' } }"
      >
        <label
          >Knee bent by <input v-model.number="kneeDeg" type="range" min="15" max="90" step="5" /> {{ kneeDeg }}°</label
        >
        <p>Hips {{ cm(sit.hipHeightCm) }} high, feet {{ cm(sit.footDistanceCm) }} out from under them.</p>
      </FitFigure>
      <FitFigure title="Hands in a hinge" posture="standing/free" :pose="hingePose">
        <label
          >Trunk tipped by <input v-model.number="hingeDeg" type="range" min="10" max="90" step="5" />
          {{ hingeDeg }}°</label
        >
        <p>
          Fingertips hang at {{ cm(rest.fingertipCm) }}: rest them on the
          <strong class="font-semibold">{{ rest.name }}</strong>.
        </p>
      </FitFigure>
      <FitFigure
        title="Strap for the raised leg"
        posture="floor/supine"
        :pose="{
          angles: {
            right: { hipFlexion: raiseDeg, kneeFlexion: 4, ankleUp: 5 },
            shoulderFlexion: 72,
            elbowFlexion: 25,
          },
          contacts: { rightFoot: 'free', hands: 'free' },
          scene: { strapFoot: 'right' },
        }"
      >
        <label
          >Leg raised by <input v-model.number="raiseDeg" type="range" min="30" max="100" step="5" />
          {{ raiseDeg }}°</label
        >
        <p>
          {{
            strap < 1 ? 'The hand reaches.' : `A strap of ${cm(strap)} from each hand to the foot, twice that in all.`
          }}
        </p>
      </FitFigure>
      <FitFigure
        title="Half-kneel"
        posture="floor/half-kneel"
        :pose="{
          scene: { kneeCushions },
          angles: { right: { hipFlexion: kneel ? -Math.min(24, Math.max(-10, kneel.backHipDeg - 18)) : 0 } },
        }"
      >
        <label
          >Stride <input v-model.number="strideCm" type="range" min="35" max="75" step="5" /> {{ strideCm }} cm</label
        >
        <label class="block"
          >Cushions
          <select v-model.number="kneeCushions" class="field w-20">
            <option :value="1">1</option>
            <option :value="2">2</option>
          </select></label
        >
        <p v-if="kneel">Front knee {{ deg(kneel.frontKneeDeg) }}, back hip open by {{ deg(kneel.backHipDeg) }}.</p>
        <p v-else>The legs do not reach this far.</p>
      </FitFigure>
      <FitFigure
        title="Floor rotation sit"
        posture="floor/rotation-sit"
        :pose="{ scene: { seatBlockCm: block ?? 25 } }"
      >
        <label
          >Inward turn measured <input v-model.number="inwardDeg" type="range" min="15" max="70" step="5" />
          {{ inwardDeg }}°</label
        >
        <p>
          {{
            block === null
              ? 'No block up to 30 cm leaves a margin: take another version.'
              : `A block of ${block} cm leaves a margin at the back hip.`
          }}
        </p>
        <p class="text-faint numerals text-[0.9rem]">
          {{ curve.map((point) => `${point.raisedCm} cm: ${Math.round(point.inwardDeg)}°`).join(' · ') }}
        </p>
      </FitFigure>
    </div>
    <div class="grid gap-8 sm:grid-cols-2 border-t border-line mt-4 pt-3">
      <div>
        <h3 class="font-semibold">Knee to wall</h3>
        <label>Toe to wall <input v-model.number="toeCm" type="range" min="0" max="16" /> {{ toeCm }} cm</label>
        <p>
          The shin leans about {{ deg(toWall) }} by geometry, a little too much since the kneecap touches first. Offers
          go by the shin’s tilt, where it was measured.
        </p>
      </div>
      <div>
        <h3 class="font-semibold">Lean</h3>
        <label
          >Shift at hip height <input v-model.number="shiftCm" type="range" min="0" max="20" /> {{ shiftCm }} cm</label
        >
        <p>
          {{ lean.toFixed(1) }}° as one piece. Usual without a step: {{ LEAN_LIMITS_DEG.forward }}° forward,
          {{ LEAN_LIMITS_DEG.back }}° back, {{ LEAN_LIMITS_DEG.side }}° to each side.
        </p>
      </div>
    </div>
  </section>
</template>
