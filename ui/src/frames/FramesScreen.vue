<script setup lang="ts">
import { length } from '../parts/units'
import ChipButton from '../parts/ChipButton.vue'
import { ElMessage } from 'element-plus'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, type Schema } from '../api/client'
import { useFrames, useShots } from '../api/queries'
import { useRefresh } from '../api/refresh'
import EmptyBench from '../parts/EmptyBench.vue'
import ProblemNote from '../parts/ProblemNote.vue'
import ScreenFrame from '../parts/ScreenFrame.vue'
import ThreeQuestions from '../parts/ThreeQuestions.vue'
import { useKeys } from '../parts/keys'
import FacetBox from './FacetBox.vue'
import { useFacets } from './facets'
import FrameNumbers from './FrameNumbers.vue'
import FramesNav from './FramesNav.vue'
import { bytes, moment, pictureLong } from '../parts/shown'

const route = useRoute()
const large = pictureLong(innerWidth > 720 ? innerWidth - 450 : innerWidth)
const router = useRouter()
const shoot = route.params.shoot as string
const refresh = useRefresh('frames')
const list = useShots(shoot)
const frames = useFrames(shoot)
const error = ref<unknown>()
const groups = computed(() =>
  (list.data.value ?? [])
    .map((r) => ({ ...r, frames: (frames.data.value ?? []).filter((f) => f.doc.shotId === r.shot.id) }))
    .filter((g) => g.frames.length && (!route.params.shot || g.shot.id === route.params.shot)),
)
const all = computed(() => groups.value.flatMap((g) => g.frames))
const chosenId = ref('')
const chosen = computed(() => all.value.find((f) => f.id === chosenId.value) ?? all.value[0])
const shot = computed(() => list.data.value?.find((r) => r.shot.id === chosen.value?.doc.shotId))

async function keep(f: Schema['KeptFrame']) {
  error.value = undefined
  try {
    await ask(
      api.PUT('/api/frames/{id}', { params: { path: { id: f.id } }, body: { kept: !f.doc.kept, version: f.version } }),
    )
  } catch (e) {
    error.value = e
  }
  await refresh()
}
async function takeAway(f: Schema['KeptFrame']) {
  error.value = undefined
  try {
    await ask(api.DELETE('/api/frames/{id}', { params: { path: { id: f.id } } }))
    ElMessage({
      message: 'The frame is taken away. Undo brings it back, and so does Studio, Taken away, for thirty days.',
      type: 'success',
      duration: 5000,
    })
  } catch (e) {
    error.value = e
  }
  await refresh()
}
async function answer(answers: Schema['FrameDoc']['answers']) {
  const f = chosen.value
  if (!f) return
  error.value = undefined
  try {
    await ask(
      api.PUT('/api/frames/{id}/answers', { params: { path: { id: f.id } }, body: { answers, version: f.version } }),
    )
  } catch (e) {
    error.value = e
  }
  await refresh()
}
function step(by: number) {
  const at = all.value.findIndex((f) => f.id === chosen.value?.id)
  const to = all.value[Math.min(all.value.length - 1, Math.max(0, at + by))]
  if (to) chosenId.value = to.id
}
const facets = useFacets()
watch(
  () => chosen.value?.id,
  () => facets.clear(),
)
function point(e: MouseEvent) {
  const b = (e.currentTarget as HTMLElement).getBoundingClientRect()
  facets.mark({ x: (e.clientX - b.left) / b.width, y: (e.clientY - b.top) / b.height })
}
const aim = (dx: number, dy: number) => facets.state.on && facets.move(dx, dy)
watch(chosenId, (id) => document.getElementById('thumb-' + id)?.scrollIntoView({ block: 'nearest' }))
useKeys(
  [
    { key: 'j', does: 'Next frame', run: () => step(1) },
    { key: 'k', does: 'Frame before', run: () => step(-1) },
    {
      key: 'Enter',
      does: 'Keep this frame, or let it go; mark, while a facet is marked',
      run: () => {
        if (facets.state.on) facets.mark()
        else if (chosen.value) void keep(chosen.value)
      },
    },
    { key: 'f', does: 'Mark key and fill', run: facets.begin },
    { key: 'ArrowLeft', shown: '←', does: 'Aim further left, while a facet is marked', run: () => aim(-1, 0) },
    { key: 'ArrowRight', shown: '→', does: 'Aim further right', run: () => aim(1, 0) },
    { key: 'ArrowUp', shown: '↑', does: 'Aim higher', run: () => aim(0, -1) },
    { key: 'ArrowDown', shown: '↓', does: 'Aim lower', run: () => aim(0, 1) },
    { key: 'Escape', does: 'Leave marking', run: facets.end },
  ],
  list,
  frames,
)
</script>

<template>
  <ScreenFrame title="Frames" work>
    <template #nav><FramesNav /></template>
    <template #head
      ><el-button v-if="route.params.shot" text @click="router.push({ name: 'frames', params: { shoot } })"
        >Show every shot's frames</el-button
      ></template
    >
    <ProblemNote :error="error ?? frames.error.value" />
    <EmptyBench v-if="frames.data.value && list.data.value && !all.length">
      <template #title>No frames yet</template>
      Bring in a card, a folder or pictures from a phone, or take one over the cable on Set. Each is stored twice and
      checked before it counts.
      <template #act
        ><el-button type="primary" @click="router.push({ name: 'card', params: { shoot } })"
          >Bring in pictures</el-button
        ><el-button @click="router.push({ name: 'set', params: { shoot } })">Go to Set</el-button></template
      >
    </EmptyBench>
    <div v-if="chosen" class="darkroom">
      <figure>
        <div class="shown" :class="{ marking: facets.state.on }" @click="point">
          <img
            :key="chosen.id"
            :src="`/api/frames/${chosen.id}/picture?long=${large}`"
            :alt="`${shot?.shot.doc.title}, ${chosen.doc.settings.shown}`"
          />
          <span
            v-for="(s, i) in facets.state.spots"
            :key="i"
            class="spot"
            :style="{ left: 100 * s.x + '%', top: 100 * s.y + '%' }"
            >{{ i === 0 ? 'key' : 'fill' }}</span
          >
          <span
            v-if="facets.state.on"
            class="aim"
            :style="{ left: 100 * facets.state.aim.x + '%', top: 100 * facets.state.aim.y + '%' }"
          />
        </div>
      </figure>
      <div class="contact" role="listbox" aria-label="Frames">
        <template v-for="g in groups" :key="g.shot.id">
          <p class="title">{{ g.shot.doc.title }}</p>
          <ChipButton
            v-for="f in g.frames"
            :id="'thumb-' + f.id"
            :key="f.id"
            role="option"
            :aria-selected="f.id === chosen.id"
            :class="{ kept: f.doc.kept }"
            @click="chosenId = f.id"
          >
            <img
              :src="`/api/frames/${f.id}/picture?long=240`"
              :alt="`Frame of ${g.shot.doc.title}`"
              loading="lazy"
            /><span v-if="f.doc.kept" class="tag">✓ kept</span>
          </ChipButton>
        </template>
      </div>
    </div>
    <template #reading>
      <template v-if="chosen">
        <h2>{{ shot?.shot.doc.title }}</h2>
        <el-button :type="chosen.doc.kept ? 'default' : 'primary'" size="large" @click="keep(chosen)"
          >{{ chosen.doc.kept ? 'Let it go' : 'Keep this frame' }} <kbd>Enter</kbd></el-button
        >
        <p class="big mono">{{ chosen.doc.settings.shown }}</p>
        <ThreeQuestions :answers="chosen.doc.answers" @answer="answer" />
        <FrameNumbers :frame="chosen.id" :shoot="shoot" :shot="chosen.doc.shotId" />
        <FacetBox
          :frame="chosen.id"
          :shoot="shoot"
          :shot="chosen.doc.shotId"
          :on="facets.state.on"
          :spots="facets.state.spots"
          @begin="facets.begin"
        />
        <dl>
          <template v-if="chosen.doc.came.cardId">
            <dt>Name</dt>
            <dd class="mono">{{ chosen.doc.came.path }}</dd>
            <template v-if="chosen.doc.came.body"
              ><dt>Camera</dt>
              <dd>{{ chosen.doc.came.body }}</dd></template
            >
            <template v-if="chosen.doc.came.lens"
              ><dt>Lens</dt>
              <dd>{{ chosen.doc.came.lens }}</dd></template
            >
            <template v-if="chosen.doc.came.focalMm"
              ><dt>Focal length</dt>
              <dd class="mono">{{ chosen.doc.came.focalMm }} mm</dd></template
            >
            <template v-if="chosen.doc.came.words"
              ><dt>Caption</dt>
              <dd>{{ chosen.doc.came.words }}</dd></template
            >
            <template v-if="chosen.doc.came.raw"
              ><dt>Raw beside it</dt>
              <dd class="mono">{{ chosen.doc.came.rawPath }}</dd></template
            >
          </template>
          <template v-else>
            <dt>Focal length</dt>
            <dd class="mono">{{ chosen.doc.set.camera.focalMm }} mm</dd>
            <dt>Elevation</dt>
            <dd class="mono">{{ chosen.doc.set.camera.elevationDeg }}°</dd>
            <dt>Distance</dt>
            <dd class="mono">{{ length(chosen.doc.set.camera.distanceMm, true) }}</dd>
            <dt>Cards</dt>
            <dd>
              {{
                (chosen.doc.set.cards ?? [])
                  .filter((c) => c.on)
                  .map((c) => c.name)
                  .join(', ') || 'none'
              }}
            </dd>
          </template>
          <dt>Pixels</dt>
          <dd class="mono">{{ chosen.doc.widthPx }} × {{ chosen.doc.heightPx }}</dd>
          <dt>File</dt>
          <dd class="mono">{{ bytes(chosen.doc.bytes) }}</dd>
          <dt>Taken</dt>
          <dd class="mono">{{ moment(chosen.doc.takenAt) }}</dd>
        </dl>
        <h3>Copies</h3>
        <ul class="copies">
          <li v-for="c in chosen.doc.copies" :key="c.where">
            ✓ {{ c.where }} copy, read back {{ moment(c.verifiedAt) }}
          </li>
        </ul>
        <p class="hash mono" title="SHA-256 of the file">{{ chosen.doc.sha256 }}</p>
        <el-button class="away" @click="takeAway(chosen)">Take this frame away</el-button>
        <router-link
          v-if="chosen.doc.kept"
          :to="{ name: 'finish', params: { shoot, shot: chosen.doc.shotId } }"
          class="next"
          >Climb to Finish →</router-link
        >
      </template>
    </template>
  </ScreenFrame>
</template>

<style scoped>
.darkroom {
  background: var(--fl-grey);
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px;
  gap: 14px;
  padding: 14px;
}
figure {
  margin: 0;
  min-height: 0;
  display: grid;
  place-items: center;
}
.shown {
  position: relative;
  max-width: 100%;
  min-height: 0;
}
.marking {
  cursor: crosshair;
}
.spot,
.aim {
  position: absolute;
  transform: translate(-50%, -50%);
  width: 26px;
  height: 26px;
  border-radius: 50%;
  border: 2px solid var(--fl-white);
  box-shadow: 0 0 0 1px var(--fl-black);
  pointer-events: none;
}
.spot {
  color: var(--fl-white);
  font-size: 12px;
  line-height: 60px;
  text-align: center;
  text-shadow: 0 0 3px var(--fl-black);
}
.aim {
  border-style: dashed;
}
figure img {
  max-width: 100%;
  max-height: calc(100vh - 160px);
  display: block;
}
.contact {
  overflow: auto;
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.title {
  color: var(--fl-white);
  font-size: 12.5px;
  background: var(--fl-grey-dark);
  padding: 3px 6px;
}
.contact button {
  cursor: pointer;
  position: relative;
  outline: 3px solid transparent;
  margin: 3px;
  display: grid;
  place-items: center;
}
.contact button[aria-selected='true'] {
  outline-color: var(--fl-white);
}
.contact button:focus-visible {
  outline-color: var(--fl-rose);
}
.contact img {
  max-width: 100%;
  max-height: 110px;
  display: block;
}
.tag {
  position: absolute;
  left: 4px;
  bottom: 4px;
  background: var(--fl-white);
  color: var(--fl-leaf-deep);
  font-size: 12px;
  font-weight: 600;
  padding: 0 6px;
}
.big {
  font-size: 17px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 12px;
  margin: 0;
  font-size: 13.5px;
}
dt {
  color: var(--fl-soft);
}
dd {
  margin: 0;
  text-align: right;
}
.copies {
  list-style: none;
  padding: 0;
  margin: 0;
  font-size: 13px;
  color: var(--fl-leaf-ink);
}
.hash {
  font-size: 11px;
  overflow-wrap: anywhere;
  color: var(--fl-soft);
}
.next {
  font-weight: 600;
}
.away {
  align-self: flex-start;
}
@media (max-width: 720px) {
  .darkroom {
    grid-template: minmax(190px, 1fr) 112px / minmax(0, 1fr);
    padding: 8px;
    gap: 8px;
    min-height: 320px;
  }
  figure {
    grid-template-rows: minmax(0, 1fr);
    overflow: hidden;
  }
  .shown {
    height: 100%;
    display: grid;
    place-items: center;
  }
  figure img {
    max-height: 100%;
  }
  .contact {
    flex-direction: row;
    align-items: stretch;
    overflow: auto hidden;
  }
  /* The drawer says whose frame it is. */
  .contact .title {
    display: none;
  }
  .contact button {
    flex: none;
  }
  .contact img {
    max-width: 140px;
    max-height: 92px;
  }
}
</style>
