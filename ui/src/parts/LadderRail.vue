<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useLadder } from '../api/queries'
import { last, rungOf, screens } from '../router'

const props = defineProps<{ shoot: string }>()
const route = useRoute()
const climb = useLadder(() => props.shoot)
/** Top rung first, since that is how a ladder stands; only rungs that can be stepped on. */
const rungs = computed(() =>
  [...(climb.data.value?.rungs ?? [])].reverse().filter((r) => (screens as readonly string[]).includes(r.key)),
)
</script>

<template>
  <nav class="rail" aria-label="The ladder of this shoot">
    <ol>
      <li v-for="r in rungs" :key="r.key" :class="{ here: rungOf(route) === r.key, wants: r.wants }">
        <router-link
          :to="{ name: r.key, params: r.key === 'set' ? { shoot, shot: last.shot[shoot] } : { shoot } }"
          class="rung"
          :aria-current="rungOf(route) === r.key ? 'page' : undefined"
          :title="[r.shown, r.wants].filter(Boolean).join('. ')"
        >
          <span class="name"
            >{{ r.name
            }}<span v-if="r.wants" class="hand"
              ><span aria-hidden="true">◆</span><span class="visually-hidden">, wants a hand</span></span
            ></span
          >
          <span class="bar" aria-hidden="true"><i :style="{ width: r.share * 100 + '%' }" /></span>
          <span class="shown">{{ r.shown || 'nothing yet' }}</span>
        </router-link>
      </li>
    </ol>
    <p class="hint">Climb with <kbd>[</kbd> <kbd>]</kbd></p>
  </nav>
</template>

<style scoped>
.rail {
  border-right: 1px solid var(--fl-line);
  background: var(--fl-card);
  overflow: auto;
  display: flex;
  flex-direction: column;
  padding: 10px 0 8px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  flex: 1;
  display: flex;
  flex-direction: column;
  justify-content: space-evenly;
  position: relative;
}
ol::before,
ol::after {
  content: '';
  position: absolute;
  top: 0;
  bottom: 0;
  width: 3px;
  background: var(--fl-sand);
  border-radius: 2px;
}
ol::before {
  left: 9px;
}
ol::after {
  right: 9px;
}
.rung {
  display: block;
  padding: 7px 12px 6px 20px;
  text-decoration: none;
  color: var(--fl-ink);
  position: relative;
  min-height: 48px;
}
.rung::before {
  content: '';
  position: absolute;
  left: 9px;
  right: 9px;
  bottom: 0;
  height: 3px;
  background: var(--fl-sand);
}
.name {
  display: flex;
  justify-content: space-between;
  padding-right: 8px;
  font-weight: 600;
  font-size: 14px;
}
.bar {
  position: absolute;
  left: 12px;
  right: 12px;
  bottom: 0;
  height: 3px;
  z-index: 1;
}
.bar i {
  display: block;
  height: 3px;
  background: var(--fl-leaf);
}
.shown {
  font-size: 11.5px;
  color: var(--fl-soft);
  display: block;
  white-space: nowrap;
}
.hand {
  color: var(--fl-brass-ink);
  font-size: 10px;
  align-self: center;
}
.here .rung {
  background: var(--fl-aubergine);
  color: var(--fl-white);
  margin: 0 9px;
  padding-left: 11px;
  padding-right: 3px;
}
.here .rung::before,
.here .bar {
  left: 0;
  right: 0;
}
.here .shown {
  color: var(--fl-mauve);
}
.here .hand {
  color: var(--fl-amber);
}
.hint {
  text-align: center;
  font-size: 11.5px;
  color: var(--fl-soft);
  padding-top: 10px;
}
kbd {
  margin-left: 0;
}
/* One line at the foot, bottom rung at the left. */
@media (max-width: 720px) {
  .rail {
    border-right: 0;
    border-top: 1px solid var(--fl-line);
    padding: 0;
    overflow: hidden;
  }
  ol {
    flex-direction: row-reverse;
    justify-content: stretch;
  }
  ol::before,
  ol::after {
    left: 0;
    right: 0;
    width: auto;
    height: 3px;
    bottom: auto;
  }
  ol::after {
    top: auto;
    bottom: 0;
  }
  li {
    flex: 1 1 auto;
    min-width: 0;
  }
  .rung,
  .here .rung {
    min-height: 52px;
    margin: 0;
    padding: 0 2px;
    display: grid;
    place-items: center;
  }
  .rung::before,
  .here .rung::before {
    left: auto;
    right: 0;
    top: 3px;
    bottom: 3px;
    width: 2px;
    height: auto;
  }
  .name {
    padding: 0;
    font-size: 13px;
    position: relative;
  }
  .hand {
    position: absolute;
    top: -9px;
    left: calc(50% - 4px);
    font-size: 8px;
  }
  .bar,
  .here .bar {
    left: 0;
    right: 2px;
    bottom: 0;
  }
  .shown,
  .hint {
    display: none;
  }
}
</style>
