<script setup lang="ts">
import { estimateOf } from '#core/frame/state.ts'
import { conditionText } from '#core/frame/condition.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { fixed, unitMark, writeDifference, writeSpread, writeValue } from '#core/quantities/write.ts'
import { QUANTITY_NAMES, quantityTitle, axisText } from '#contract/messages/names.ts'
import MarkGlyph from '../shared/MarkGlyph.vue'
import { useShop } from '../stores/shop.ts'
import type { CompareRow, Compare } from './useCompare.ts'
import type { Reactive } from 'vue'

/** The frame against each setup, number by number, with what a player would say of it. */
const props = defineProps<{ compare: Reactive<Compare> }>()
const shop = useShop()
const write = (value: number, quantity: Quantity) =>
  writeValue(value, quantity, shop.units, props.compare.geometry.lengthCm)
function told({ reference }: CompareRow): string {
  const first = reference.reports[0]!
  const many = reference.reports.length > 1 ? `${reference.reports.length} reports: ` : ''
  const sources = reference.reports.map((r) => [r.grade, r.dated, r.source].filter(Boolean).join(', '))
  const axis = first.axisCm === props.compare.profile.axisCm ? '' : `, about ${axisText(first.axisCm, shop.units)}`
  return `${many}${sources.join('; ')}; given ${conditionText(first.condition, props.compare.profile)}${axis}`
}
</script>

<template>
  <div class="panel scroll">
    <table class="plain stacks headed" aria-label="Library">
      <thead>
        <tr>
          <th scope="col" />
          <th scope="col">
            {{ compare.filter.kind === 'own' ? 'Earlier setups' : `${compare.total ?? '…'} setups`
            }}{{ compare.near ? ', nearest first (away: in tolerances)' : '' }}
          </th>
          <th v-for="quantity in QUANTITIES" :key="quantity" scope="col" class="num">
            {{ QUANTITY_NAMES[quantity] }}<br /><span class="font-weight-regular">{{
              unitMark(quantity, shop.units)
            }}</span>
          </th>
        </tr>
        <tr class="mine">
          <td><MarkGlyph kind="measured" /></td>
          <td><b>This frame</b></td>
          <td
            v-for="quantity in QUANTITIES"
            :key="quantity"
            class="num figure"
            :data-head="quantityTitle(quantity, shop.units)"
          >
            <template v-if="estimateOf(compare.mine, quantity)"
              ><b>{{ write(estimateOf(compare.mine, quantity)!.value, quantity) }}</b
              ><br /><small class="quiet"
                >±{{ writeSpread(2 * estimateOf(compare.mine, quantity)!.u, quantity, shop.units) }}</small
              ></template
            >
            <span v-else class="quiet">–</span>
          </td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in compare.rows" :key="row.reference.id" :class="{ chosen: row.chosen }">
          <td>
            <v-checkbox
              :model-value="row.chosen"
              :aria-label="`Compare with ${row.reference.name}`"
              @update:model-value="compare.toggle(row.reference)"
            />
          </td>
          <td class="name">
            <b>{{ row.reference.name }}</b> <span class="quiet">{{ row.reference.style }}</span><small
              v-if="compare.near"
              class="quiet far"
              >{{ fixed(row.distance, 1) }} away</small
            >
            <br />
            <small class="quiet">{{ told(row) }}</small>
            <small v-if="row.reference.painted" class="note"
              >Painted as {{ row.reference.painted }}; really {{ row.reference.really || 'not known' }}.</small
            >
            <small v-if="row.reference.note" class="note">{{ row.reference.note }}</small>
            <small v-if="row.felt.length > 0" class="felt"
              >{{ row.felt.map((f) => f.message).join('; ') }}
              <v-menu location="bottom" max-width="460">
                <template #activator="{ props: menu }"
                  ><button v-bind="menu" class="why" :aria-label="`Where from: ${row.reference.name}`">
                    where from?
                  </button></template
                >
                <div class="panel">
                  <p v-for="f in row.felt" :key="f.quantity" class="mb-1">
                    <b>{{ QUANTITY_NAMES[f.quantity] }}</b>: from {{ fixed(100 * f.step.fromShare, 1) }} % on.
                    {{ f.step.grade }}; {{ f.step.source }}.
                  </p>
                </div>
              </v-menu></small
            >
          </td>
          <td
            v-for="cell in row.cells"
            :key="cell.quantity"
            class="num figure"
            :data-head="quantityTitle(cell.quantity, shop.units)"
          >
            <template v-if="cell.estimate">
              <span class="published">{{ write(cell.estimate.value, cell.quantity) }}</span>
              <br />
              <small v-if="cell.verdict === 'same'" class="quiet words">cannot tell</small>
              <small v-else-if="cell.difference"
                >{{ writeDifference(cell.difference.value, cell.quantity, shop.units) }}
                <span class="quiet">±{{ writeSpread(2 * cell.difference.u, cell.quantity, shop.units) }}</span></small
              >
              <small v-if="cell.inU !== null && cell.verdict !== 'same'" class="quiet words in-u"
                >{{ cell.inU > 99 ? '99+' : fixed(cell.inU, 1) }} u</small
              >
              <small v-if="cell.agreement?.conflict" class="conflict words"
                >reports {{ write(cell.agreement.low, cell.quantity) }} to
                {{ write(cell.agreement.high, cell.quantity) }}</small
              >
            </template>
            <small v-else-if="cell.given" class="quiet words">cannot be brought here</small>
            <small v-else class="quiet words">not known</small>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="compare.filter.kind === 'own' && compare.own.length === 0" class="quiet mt-2">
      No earlier frame of this player has been measured here.
    </p>
    <v-btn
      v-if="compare.filter.kind !== 'own' && (compare.total ?? 0) > compare.limit"
      class="my-2"
      size="small"
      @click="compare.more()"
      >Show more</v-btn
    >
  </div>
</template>

<style scoped>
.scroll {
  max-height: calc(100vh - 268px);
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
  white-space: nowrap;
}
.num small {
  font-size: 12.5px;
  display: inline-block;
}
.words {
  font-family: var(--kv-text);
}
.in-u,
.conflict {
  display: block !important;
}
.conflict {
  color: rgb(var(--v-theme-warning));
  font-weight: 600;
}
.chosen td {
  background: rgba(var(--v-theme-published), 0.09);
}
.mine td {
  border-bottom: 2px solid rgb(var(--v-theme-frame-edge));
}
.name {
  line-height: 1.3;
}
.name small {
  font-size: 12.5px;
  display: block;
}
.name small.far {
  float: right;
}
.note {
  font-style: italic;
}
.felt {
  color: rgb(var(--v-theme-published));
}
.why {
  text-decoration: underline;
  font-size: 12.5px;
  color: rgb(var(--v-theme-quiet));
}
/* On a phone: the mark or the box, beside it the name, below it the numbers two by two. */
@media (max-width: 600px) {
  .scroll {
    max-height: none;
    overflow: visible;
  }
  .plain thead {
    position: static;
  }
  .plain tr {
    grid-template-columns: 40px repeat(2, minmax(0, 1fr));
  }
  .plain tr > :first-child {
    grid-column: 1;
  }
  .plain tr > :nth-child(2) {
    grid-column: 2 / -1;
  }
  .plain tr > .num:nth-child(odd) {
    grid-column: 2;
  }
  th.num {
    display: none;
  }
  .chosen {
    background: rgba(var(--v-theme-published), 0.09);
  }
  .chosen td {
    background: none;
  }
}
</style>
