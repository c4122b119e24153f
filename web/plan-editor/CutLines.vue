<script setup lang="ts">
import { computed } from 'vue'
import type { Cut, Workpiece } from '#core/cuts/cut.ts'
import type { Material } from '#core/cuts/material.ts'
import { stripsText, whereText } from '#contract/messages/names.ts'

/** A cut list: where, with what, in which pieces. */
const props = defineProps<{ cuts: readonly Cut[]; materials: readonly Material[]; work: Workpiece }>()
const lines = computed(() =>
  props.cuts.map((cut) => {
    const material = props.materials.find((m) => m.id === cut.materialId)
    return {
      id: cut.id,
      where: whereText(cut, props.work),
      what: material?.name ?? '',
      cut: material ? stripsText(cut, material, props.work) : '',
    }
  }),
)
</script>

<template>
  <table class="cuts">
    <tbody>
      <tr v-for="line in lines" :key="line.id">
        <td>{{ line.where }}</td>
        <td class="quiet">{{ line.what }}</td>
        <td class="figure cut">{{ line.cut }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.cuts {
  width: 100%;
  border-collapse: collapse;
  font-size: 13.5px;
}
td {
  padding: 2px 4px 2px 0;
  vertical-align: top;
  line-height: 1.25;
}
.cut {
  text-align: right;
}
</style>
