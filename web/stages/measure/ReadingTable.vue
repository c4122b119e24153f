<script setup lang="ts">
import { ref } from 'vue'
import { usualMethod } from '#core/measure/readings.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { writeSpread, writeValue } from '#core/quantities/write.ts'
import { tennis } from '#core/sports/tennis.ts'
import { QUANTITY_NAMES } from '#contract/words.ts'
import QuantityField from '../../shared/QuantityField.vue'
import MarkGlyph from '../../shared/MarkGlyph.vue'
import { doubtWords } from '../../shared/words.ts'
import { writeTime } from '../../shared/writeTime.ts'
import { useJob } from '../../stores/job.ts'
import { useShop } from '../../stores/shop.ts'
import { useReadings } from './useReadings.ts'

/** Four quantities, any number of readings each. Enter takes one and goes on. */
const props = defineProps<{ purpose: 'measure' | 'check'; compact?: boolean }>()
const job = useJob()
const shop = useShop()
const readings = useReadings(props.purpose)
const methods = ref(
  Object.fromEntries(QUANTITIES.map((quantity) => [quantity, usualMethod(quantity, tennis).id])) as Record<
    Quantity,
    string
  >,
)
const fields = ref<InstanceType<typeof QuantityField>[]>([])
const correcting = ref<string | null>(null)
const lengthCm = () => job.view!.frame.geometry.lengthCm
const methodsFor = (quantity: Quantity) =>
  tennis.methods.filter((m) => m.quantity === quantity).map((m) => ({ title: m.name, value: m.id }))
const write = (value: number, quantity: Quantity) => writeValue(value, quantity, shop.units, lengthCm())
const rowOf = (quantity: Quantity, id: string) => readings.rowsOf(quantity).find((r) => r.id === id)!
/** Doubts whose likely meaning can be taken in one touch. */
const SLIPS = ['doubt.ounces', 'doubt.points', 'doubt.millimetres', 'doubt.inches']
const focusNext = (i: number) => fields.value[(i + 1) % fields.value.length]?.focus()
const doubtOf = (id: string) =>
  QUANTITIES.flatMap((q) => readings.summary.value.quantities[q].doubtful).find((d) => d.readingId === id)?.doubt
</script>

<template>
  <div class="readings" :class="{ compact }">
    <div v-for="(quantity, i) in QUANTITIES" :key="quantity" class="reading" :data-quantity="quantity">
      <div class="line">
        <QuantityField
          ref="fields"
          :quantity="quantity"
          :length-cm="lengthCm()"
          :label="QUANTITY_NAMES[quantity]"
          :keep="`${job.view!.job.id}-${purpose}-${quantity}`"
          one-after-another
          class="entry"
          @commit="(value, typed) => readings.add(quantity, value, typed, methods[quantity])"
          @next="focusNext(i)"
        />
        <v-select
          v-if="!compact"
          v-model="methods[quantity]"
          :items="methodsFor(quantity)"
          label="Read with"
          class="method"
        />
        <div class="taken">
          <v-menu
            v-for="row in readings.rowsOf(quantity)"
            :key="row.id"
            :close-on-content-click="false"
            @update:model-value="correcting = null"
          >
            <template #activator="{ props: menu }">
              <button
                v-bind="menu"
                type="button"
                class="chip figure"
                :class="{ doubtful: doubtOf(row.id) }"
                :aria-label="`Reading ${write(row.value, quantity)}, typed ${row.typed}`"
              >
                {{ write(row.value, quantity) }}{{ doubtOf(row.id) ? ' ?' : '' }}
              </button>
            </template>
            <div class="panel menu">
              <p class="quiet mb-2">
                Typed “{{ row.typed }}” {{ row.by }} {{ writeTime(row.takenAt)
                }}{{ row.supersedes ? '; corrects an earlier reading' : '' }}
              </p>
              <QuantityField
                v-if="correcting === row.id"
                :quantity="quantity"
                :length-cm="lengthCm()"
                label="Correct to"
                :keep="`correct-${row.id}`"
                one-after-another
                @commit="(value, typed) => readings.correct(row, { value, typed })"
              />
              <div v-else class="d-flex ga-2">
                <v-btn size="small" @click="correcting = row.id">Correct</v-btn
                ><v-btn size="small" @click="readings.withdraw(row)">Withdraw</v-btn>
              </div>
            </div>
          </v-menu>
        </div>
        <div class="mean figure">
          <template v-if="readings.summary.value.quantities[quantity].combined">
            <MarkGlyph kind="measured" />
            <b>{{ write(readings.summary.value.quantities[quantity].combined!.value, quantity) }}</b>
            <span class="quiet"
              >±{{
                writeSpread(2 * readings.summary.value.quantities[quantity].combined!.u, quantity, shop.units)
              }}</span
            >
          </template>
          <span v-else class="quiet">not read</span>
        </div>
      </div>
      <div
        v-for="{ readingId, doubt } in readings.summary.value.quantities[quantity].doubtful"
        :key="readingId"
        class="doubt"
        role="alert"
      >
        <span>{{ doubtWords(doubt, shop.units, lengthCm()) }} Kept, not used.</span>
        <v-btn
          v-if="SLIPS.includes(doubt.code)"
          size="small"
          @click="readings.takeMeant(rowOf(quantity, readingId), doubt)"
          >Take {{ write(doubt.data.meant!, quantity) }}</v-btn
        >
        <v-btn
          v-if="doubt.code === 'doubt.axis'"
          size="small"
          @click="readings.takeAxis(rowOf(quantity, readingId), doubt)"
          >It was read there</v-btn
        >
        <v-btn size="small" @click="readings.confirm([readingId])">It is right</v-btn>
      </div>
    </div>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 200px 190px minmax(80px, 1fr) 150px;
  gap: 12px;
  align-items: start;
  padding: 7px 0;
}
.compact .line {
  grid-template-columns: 1fr;
  gap: 3px;
  padding: 4px 0;
}
.compact .mean {
  display: none;
}
.taken {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding-top: 6px;
}
.compact .taken {
  padding-top: 0;
}
.chip {
  border: 1px solid rgb(var(--v-theme-line));
  background: rgb(var(--v-theme-surface-variant));
  border-radius: 4px;
  padding: 2px 8px;
  min-height: 28px;
  font-size: 15px;
}
.chip.doubtful {
  border: 1.5px dashed rgb(var(--v-theme-warning));
  background: none;
}
.mean {
  padding-top: 7px;
  font-size: 17px;
  white-space: nowrap;
  display: flex;
  gap: 6px;
  align-items: baseline;
  justify-content: flex-end;
}
.mean .quiet {
  font-size: 13px;
}
.doubt {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  border-left: 4px solid rgb(var(--v-theme-warning));
  background: rgb(var(--v-theme-warning) / 0.12);
  padding: 6px 10px;
  margin: 2px 0 6px;
  border-radius: 0 4px 4px 0;
}
.menu {
  min-width: 240px;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.25);
}
@media (max-width: 900px) {
  .line {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
