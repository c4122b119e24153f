<script setup lang="ts">
import { computed } from 'vue'
import { lengthText, rulerOf } from '#core/cuts/ruler.ts'
import { fixed } from '#core/quantities/write.ts'
import { isDone } from '#core/workorder/marks.ts'
import type { WorkStep } from '#core/workorder/order.ts'
import { stripMarks, stripsOf } from '#core/workorder/strips.ts'
import { stripMassSchema } from '#contract/workOrder.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import type { OpenOrder } from './useWorkOrder.ts'

/** A step's strips one by one: ticked as they are laid, each weighed by hand or by the scale. */
const props = defineProps<{ order: OpenOrder; step: WorkStep; large?: boolean }>()
const rows = computed(() => {
  const marks = props.order.body.value ? stripMarks(props.order.body.value, props.step) : []
  const done = isDone(props.order.markOf(props.step.id) ?? undefined)
  return stripsOf(props.step).map((strip, i) => ({
    ...strip,
    mark: { massG: marks[i]?.massG ?? null, laid: done || marks[i]?.laid === true },
  }))
})
const weighed = computed(() => rows.value.filter((r) => r.mark?.massG !== null).length)
/** What the scale is waiting for. */
const next = computed(() => rows.value.findIndex((r) => r.mark?.massG === null))
const layered = computed(() => rows.value.some((r) => r.layer > 1))
const ruler = computed(() => {
  const material = props.step.cut && props.order.material(props.step.cut.materialId)
  return material ? rulerOf(material) : 'cm'
})
const nameOf = (i: number) =>
  `Strip ${i + 1} of ${rows.value.length}, ${lengthText(rows.value[i]?.lengthCm ?? 0, ruler.value)}`
</script>

<template>
  <div class="strips" :class="{ large }" data-testid="strips">
    <ol>
      <li v-for="(row, i) in rows" :key="i" :class="{ next: i === next }">
        <button
          type="button"
          class="tick"
          role="checkbox"
          :aria-checked="row.mark.laid"
          :aria-label="`${nameOf(i)}: laid`"
          @click="order.strip(step, i, { laid: !row.mark.laid })"
        >
          <svg viewBox="0 0 16 16" width="18" height="18" aria-hidden="true">
            <rect x="1" y="1" width="14" height="14" rx="2" class="box" />
            <path v-if="row.mark.laid" d="M4 8.5l3 3 5-7" class="done" />
          </svg>
          <span class="words">
            <span class="figure">{{ lengthText(row.lengthCm, ruler) }}</span>
            <small class="quiet">{{ layered ? `layer ${row.layer} · ` : '' }}{{ fixed(row.massG, 2) }} g planned</small>
          </span>
        </button>
        <PlainNumber
          :label="`Strip ${i + 1}`"
          suffix="g"
          :of="stripMassSchema"
          :model-value="row.mark.massG"
          @update:model-value="(massG) => order.strip(step, i, { massG })"
        />
      </li>
    </ol>
    <small class="quiet" role="status">{{
      weighed === rows.length
        ? 'All weighed: their sum counts from here on.'
        : `${weighed} of ${rows.length} weighed. Their sum counts once all are.`
    }}</small>
  </div>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 118px;
  gap: 8px;
  align-items: center;
  border-left: 4px solid transparent;
  padding-left: 4px;
}
.next {
  border-left-color: rgb(var(--v-theme-predicted));
}
.tick {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  text-align: left;
}
.large ol {
  grid-template-columns: repeat(auto-fit, minmax(min(250px, 100%), 1fr));
  gap: 4px 18px;
}
.words {
  display: grid;
  line-height: 1.2;
}
.words small {
  font-size: 14px;
}
.large .tick {
  font-size: 22px;
  min-height: 56px;
}
.box {
  fill: none;
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 1.6;
}
.done {
  fill: none;
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 2.6;
}
</style>
