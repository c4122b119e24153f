<script setup lang="ts">
import { mdiArrowRight } from '@mdi/js'
import { computed, ref } from 'vue'
import { differenceOf, nearness, type Verdict } from '#core/compare/difference.ts'
import { broughtTo, conditionText, NOTHING_ON, sameCondition, type Condition } from '#core/frame/condition.ts'
import { estimateOf } from '#core/frame/state.ts'
import { referenceState } from '#core/job/picture.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { unitMark, writeDifference, writeSpread, writeValue } from '#core/quantities/write.ts'
import { QUANTITY_NAMES } from '#contract/words.ts'
import MarkGlyph from '../../shared/MarkGlyph.vue'
import StageFrame from '../../shared/StageFrame.vue'
import { useJob } from '../../stores/job.ts'
import { useShop } from '../../stores/shop.ts'

const job = useJob()
const shop = useShop()
const search = ref('')
const kind = ref<'all' | 'professional' | 'retail' | 'shop'>('all')
const body = computed(() => job.bodies.compare ?? { referenceIds: [], condition: null })
const lengthCm = computed(() => job.view!.frame.geometry.lengthCm)

const BARE: Condition = { ...NOTHING_ON, grip: 'base' }
const STATES: { title: string; value: string; condition: Condition | null }[] = [
  { title: 'as this frame was measured', value: 'mine', condition: null },
  ...(job.profile.layers.strings
    ? [
        {
          title: 'all strung, base grip, no overgrip',
          value: 'strung',
          condition: { ...BARE, stringsG: job.profile.layers.strings.massG },
        },
        { title: 'all bare', value: 'bare', condition: BARE },
      ]
    : [{ title: 'all with base grip, no overgrip', value: 'bare', condition: BARE }]),
]
const stateKey = computed(
  () =>
    STATES.find(
      (s) =>
        (s.condition === null) === (body.value.condition === null) &&
        (!s.condition || sameCondition(s.condition, body.value.condition!)),
    )?.value ?? 'mine',
)
const common = computed(() => ({
  condition: body.value.condition ?? job.picture!.condition,
  axisCm: job.picture!.axisCm,
}))
const mine = computed(() =>
  broughtTo(
    job.picture!.measured.state,
    job.picture!.condition,
    common.value,
    job.view!.frame.geometry,
    job.profile,
    job.picture!.measured.ownStrings,
  ),
)

const rows = computed(() =>
  shop.references
    .filter(
      (r) =>
        r.sport === job.profile.id &&
        (kind.value === 'all' || r.kind === kind.value) &&
        `${r.name} ${r.style} ${r.note}`.toLowerCase().includes(search.value.trim().toLowerCase()),
    )
    .map((reference) => {
      const state = referenceState(reference, common.value, job.profile)
      return {
        reference,
        state,
        chosen: body.value.referenceIds.includes(reference.id),
        distance: nearness(mine.value, state, job.profile.tolerance, job.profile.populationSpread),
        cells: QUANTITIES.map((quantity) => ({
          quantity,
          estimate: estimateOf(state, quantity),
          given: reference.numbers[quantity],
          ...differenceOf(estimateOf(mine.value, quantity), estimateOf(state, quantity)),
        })),
      }
    })
    .sort((a, b) => Number(b.chosen) - Number(a.chosen) || a.distance - b.distance),
)
const VERDICTS: Record<Verdict, string> = { same: 'cannot tell', more: '', less: '', unknown: '' }

function toggle(id: string): void {
  const ids = body.value.referenceIds
  job.save('compare', {
    ...body.value,
    referenceIds: ids.includes(id) ? ids.filter((held) => held !== id) : [...ids, id],
  })
}
function setState(value: string): void {
  job.save('compare', { ...body.value, condition: STATES.find((s) => s.value === value)!.condition })
}
const write = (value: number, quantity: Quantity) => writeValue(value, quantity, shop.units, lengthCm.value)
</script>

<template>
  <StageFrame stage="compare" title="Compare" :rederive="() => job.save('compare', body)">
    <template #actions
      ><v-btn :append-icon="mdiArrowRight" color="primary" variant="flat" :to="{ name: 'target' }"
        >Target</v-btn
      ></template
    >
    <div class="d-flex flex-wrap ga-3 mb-2 align-center">
      <v-text-field v-model="search" label="Find" class="find" clearable @click:clear="search = ''" />
      <v-btn-toggle role="group" v-model="kind" mandatory aria-label="Kind">
        <v-btn value="all">All</v-btn><v-btn value="professional">Professional</v-btn
        ><v-btn value="retail">Retail</v-btn><v-btn value="shop">Ours</v-btn>
      </v-btn-toggle>
      <v-select
        :model-value="stateKey"
        :items="STATES"
        label="All brought to"
        class="state"
        @update:model-value="setState"
      />
    </div>
    <p v-if="shop.references.length === 0" class="panel" data-testid="empty-library">
      The library is empty: there is nothing to compare with. You can still set a target by hand on the next stage.
    </p>
    <div v-else class="panel scroll">
      <table class="plain" aria-label="Library">
        <thead>
          <tr>
            <th scope="col" />
            <th scope="col">{{ rows.length }} setups, nearest first</th>
            <th v-for="quantity in QUANTITIES" :key="quantity" scope="col" class="num">
              {{ QUANTITY_NAMES[quantity] }}<br /><span class="font-weight-regular">{{
                unitMark(quantity, shop.units)
              }}</span>
            </th>
          </tr>
          <tr class="mine">
            <td><MarkGlyph kind="measured" /></td>
            <td>
              <b>This frame</b><br /><small class="quiet">{{ conditionText(common.condition, job.profile) }}</small>
            </td>
            <td v-for="quantity in QUANTITIES" :key="quantity" class="num figure">
              <template v-if="estimateOf(mine, quantity)"
                ><b>{{ write(estimateOf(mine, quantity)!.value, quantity) }}</b
                ><br /><small class="quiet"
                  >±{{ writeSpread(2 * estimateOf(mine, quantity)!.u, quantity, shop.units) }}</small
                ></template
              >
              <span v-else class="quiet">–</span>
            </td>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.reference.id" :class="{ chosen: row.chosen }">
            <td>
              <v-checkbox
                :model-value="row.chosen"
                :aria-label="`Compare with ${row.reference.name}`"
                @update:model-value="toggle(row.reference.id)"
              />
            </td>
            <td class="name" :title="row.reference.note">
              <b>{{ row.reference.name }}</b> <span class="quiet">{{ row.reference.style }}</span><br />
              <small class="quiet"
                >{{ row.reference.grade }}, {{ row.reference.dated }}, {{ row.reference.source }}; given
                {{ conditionText(row.reference.condition, job.profile)
                }}{{ row.reference.axisCm !== job.profile.axisCm ? `, about ${row.reference.axisCm} cm` : '' }}</small
              >
              <small v-if="row.reference.note" class="note">{{ row.reference.note }}</small>
            </td>
            <td v-for="cell in row.cells" :key="cell.quantity" class="num figure">
              <template v-if="cell.estimate">
                <span class="published">{{ write(cell.estimate.value, cell.quantity) }}</span>
                <br />
                <small v-if="cell.verdict === 'same'" class="quiet">{{ VERDICTS.same }}</small>
                <small v-else-if="cell.difference"
                  >{{ writeDifference(cell.difference.value, cell.quantity, shop.units) }}
                  <span class="quiet">±{{ writeSpread(2 * cell.difference.u, cell.quantity, shop.units) }}</span></small
                >
              </template>
              <small v-else-if="cell.given" class="quiet">cannot be brought here</small>
              <small v-else class="quiet">not known</small>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </StageFrame>
</template>

<style scoped>
.find {
  max-width: 220px;
}
.state {
  max-width: 280px;
}
.scroll {
  max-height: calc(100vh - 260px);
  min-height: 300px;
  overflow: auto;
  padding: 0 12px 8px;
}
thead {
  position: sticky;
  top: 0;
  background: rgb(var(--v-theme-surface));
  z-index: 1;
}
.num {
  text-align: right !important;
  white-space: nowrap;
}
.num small {
  font-size: 12.5px;
}
.chosen td {
  background: rgba(var(--v-theme-published), 0.09);
}
.mine td {
  border-bottom: 2px solid rgb(var(--v-theme-frame-edge));
}
.name {
  line-height: 1.25;
}
.name small {
  font-size: 12.5px;
}
.note {
  display: block;
  font-style: italic;
}
</style>
