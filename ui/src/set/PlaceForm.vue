<script setup lang="ts">
import { computed } from 'vue'
import type { Schema } from '../api/client'
import { useBegin } from '../parts/begin'
import { words } from '../api/words'
import { copy } from '../parts/copy'
import NumberField from '../parts/NumberField.vue'
import PlaceField from './PlaceField.vue'
import ChoiceField from '../parts/ChoiceField.vue'

/** Where a place is, its room, tables and crockery, one of its windows, and what stands outside it. */
const place = defineModel<Schema['AlmanacPlace']>({ required: true })
const props = defineProps<{ at: number; about: (field: string) => string }>()
const emit = defineEmits<{ change: []; gone: [] }>()
const w = computed(() => place.value.windows?.[props.at])
const changed = () => emit('change')
const kinds = words.AlmanacOutside.kind
const begin = useBegin()

const addOutside = () =>
  begin(({ outside }) => {
    if (!w.value) return
    w.value.outside = [...(w.value.outside ?? []), copy(outside)]
    changed()
  })
function drop(i: number) {
  if (!w.value) return
  w.value.outside = w.value.outside?.filter((_, k) => k !== i) ?? []
  changed()
}
const addTable = () =>
  begin(({ table }) => {
    place.value.tables = [...(place.value.tables ?? []), copy(table)]
    changed()
  })
function addPiece() {
  place.value.crockery = [...(place.value.crockery ?? []), { name: 'Plate', diameterMm: 0, count: 1 }]
  changed()
}
function dropFrom(list: 'tables' | 'crockery', i: number) {
  if (list === 'tables') place.value.tables = place.value.tables?.filter((_, k) => k !== i) ?? []
  else place.value.crockery = place.value.crockery?.filter((_, k) => k !== i) ?? []
  changed()
}
function dropWindow() {
  place.value.windows = place.value.windows?.filter((_, i) => i !== props.at) ?? []
  emit('gone')
  changed()
}
</script>

<template>
  <div class="form">
    <fieldset>
      <legend>The place</legend>
      <PlaceField v-model="place.name" label="Name" text :error="about('name')" @change="changed" />
      <PlaceField v-model="place.latDeg" label="Latitude, north" unit="°" :error="about('latDeg')" @change="changed" />
      <PlaceField v-model="place.lonDeg" label="Longitude, east" unit="°" :error="about('lonDeg')" @change="changed" />
      <PlaceField v-model="place.zone" label="Time zone" text :error="about('zone')" @change="changed" />
      <PlaceField v-model="place.tableMm" label="Table height" length :error="about('tableMm')" @change="changed" />
      <PlaceField v-model="place.backMm" label="Camera can go back" length :error="about('backMm')" @change="changed" />
      <PlaceField v-model="place.sockets" label="Sockets in reach" :error="about('sockets')" @change="changed" />
    </fieldset>
    <fieldset>
      <legend>The room</legend>
      <PlaceField
        v-model="place.walls.widthMm"
        label="Width"
        length
        :error="about('walls.widthMm')"
        @change="changed"
      />
      <PlaceField
        v-model="place.walls.depthMm"
        label="Depth"
        length
        :error="about('walls.depthMm')"
        @change="changed"
      />
      <PlaceField
        v-model="place.walls.heightMm"
        label="Height"
        length
        :error="about('walls.heightMm')"
        @change="changed"
      />
      <PlaceField
        v-model="place.walls.returns"
        label="Walls return of the light"
        unit="%"
        :scale="100"
        :error="about('walls.returns')"
        @change="changed"
      />
      <el-button v-if="(place.tables?.length ?? 0) < 12" size="small" @click="addTable">Add a table</el-button>
    </fieldset>
    <fieldset v-for="(t, i) in place.tables ?? []" :key="'t' + i">
      <legend>{{ i ? 'Another table' : 'The table that is taken' }}</legend>
      <PlaceField v-model="t.name" label="Name" text :error="about(`tables.${i}.name`)" @change="changed" />
      <PlaceField
        v-model="t.widthMm"
        :label="t.round ? 'Diameter' : 'Width'"
        length
        :error="about(`tables.${i}.widthMm`)"
        @change="changed"
      />
      <PlaceField
        v-if="!t.round"
        v-model="t.depthMm"
        label="Depth"
        length
        :error="about(`tables.${i}.depthMm`)"
        @change="changed"
      />
      <el-checkbox v-model="t.round" @change="changed">It is round</el-checkbox>
      <label class="colour">Colour <input v-model="t.colour" type="color" @change="changed" /></label>
      <el-button size="small" @click="dropFrom('tables', i)">Take this table away</el-button>
    </fieldset>
    <fieldset>
      <legend>What the house has</legend>
      <p v-for="(c, i) in place.crockery ?? []" :key="'c' + i" class="house">
        <el-input v-model="c.name" size="small" maxlength="120" :aria-label="`Piece ${i + 1}`" @change="changed" />
        <NumberField
          v-model="c.diameterMm"
          size="small"
          length
          :aria-label="`Diameter of piece ${i + 1}`"
          @change="changed"
        />
        <NumberField
          v-model="c.count"
          size="small"
          :min="1"
          :aria-label="`How many of piece ${i + 1}`"
          @change="changed"
        />
        <el-button text size="small" :aria-label="`Take piece ${i + 1} away`" @click="dropFrom('crockery', i)"
          >Remove</el-button
        >
      </p>
      <el-button size="small" class="add" @click="addPiece">Add plates, bowls or glasses</el-button>
    </fieldset>
    <fieldset>
      <legend>Notes of the recce</legend>
      <el-input
        v-model="place.notes"
        type="textarea"
        :autosize="{ minRows: 3, maxRows: 8 }"
        maxlength="4000"
        aria-label="Notes of the recce"
        @change="changed"
      />
    </fieldset>
    <fieldset v-if="w">
      <legend>This window</legend>
      <PlaceField v-model="w.name" label="Name" text :error="about(`windows.${at}.name`)" @change="changed" />
      <PlaceField
        v-model="w.bearingDeg"
        label="Looks out to, compass"
        unit="°"
        :error="about(`windows.${at}.bearingDeg`)"
        @change="changed"
      />
      <PlaceField v-model="w.widthMm" label="Width" length :error="about(`windows.${at}.widthMm`)" @change="changed" />
      <PlaceField
        v-model="w.heightMm"
        label="Height"
        length
        :error="about(`windows.${at}.heightMm`)"
        @change="changed"
      />
      <PlaceField
        v-model="w.sillMm"
        :label="w.roof ? 'Above the floor' : 'Sill above the floor'"
        length
        :error="about(`windows.${at}.sillMm`)"
        @change="changed"
      />
      <PlaceField
        v-model="w.revealMm"
        label="Depth of the opening"
        length
        :error="about(`windows.${at}.revealMm`)"
        @change="changed"
      />
      <PlaceField
        v-model="w.glass"
        label="Glass lets through"
        unit="%"
        :scale="100"
        :error="about(`windows.${at}.glass`)"
        @change="changed"
      />
      <PlaceField
        v-model="w.awayMm"
        label="Set from the window"
        length
        :error="about(`windows.${at}.awayMm`)"
        @change="changed"
      />
      <PlaceField
        v-model="w.alongMm"
        label="Set to its right"
        length
        :error="about(`windows.${at}.alongMm`)"
        @change="changed"
      />
      <el-checkbox v-model="w.roof" @change="changed">A roof light</el-checkbox>
      <el-button v-if="(w.outside?.length ?? 0) < 4" size="small" @click="addOutside"
        >Something stands outside it</el-button
      >
      <el-button size="small" @click="dropWindow">Take this window away</el-button>
    </fieldset>
    <fieldset v-for="(o, i) in w?.outside ?? []" :key="i">
      <legend>Outside it, {{ o.kind }}</legend>
      <ChoiceField v-model="o.kind" size="small" aria-label="Kind" @change="changed"
        ><option v-for="k in kinds" :key="k" :value="k">{{ k }}</option></ChoiceField
      >
      <PlaceField
        v-model="o.awayMm"
        label="Distance"
        length
        :error="about(`windows.${at}.outside.${i}.awayMm`)"
        @change="changed"
      />
      <PlaceField
        v-model="o.alongMm"
        label="To the right"
        length
        :error="about(`windows.${at}.outside.${i}.alongMm`)"
        @change="changed"
      />
      <PlaceField
        v-model="o.bottomMm"
        label="Foot above the floor"
        length
        :error="about(`windows.${at}.outside.${i}.bottomMm`)"
        @change="changed"
      />
      <PlaceField
        v-model="o.widthMm"
        label="Width"
        length
        :error="about(`windows.${at}.outside.${i}.widthMm`)"
        @change="changed"
      />
      <PlaceField
        v-model="o.heightMm"
        label="Height"
        length
        :error="about(`windows.${at}.outside.${i}.heightMm`)"
        @change="changed"
      />
      <label class="colour">Colour <input v-model="o.colour" type="color" @change="changed" /></label>
      <el-button size="small" @click="drop(i)">Take it away</el-button>
    </fieldset>
  </div>
</template>

<style scoped>
.form {
  columns: 250px 3;
  column-gap: 12px;
}
fieldset :deep(.el-button + .el-button) {
  margin-left: 0;
}
fieldset {
  border: 1px solid var(--fl-line);
  background: var(--fl-card);
  padding: 8px 12px 12px;
  margin: 0 0 12px;
  break-inside: avoid;
  display: grid;
  gap: 4px;
}
legend {
  font-weight: 600;
  padding: 0 6px;
}
.house {
  display: grid;
  grid-template-columns: 1fr 74px 58px auto;
  gap: 4px;
  margin: 0;
  align-items: center;
}
.colour {
  display: flex;
  justify-content: space-between;
  align-items: center;
  font-size: 13.5px;
}
.colour input {
  width: 60px;
  height: 30px;
  border: 1px solid var(--el-border-color);
  padding: 2px;
  background: none;
}
</style>
