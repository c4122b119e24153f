<script setup lang="ts">
import { mdiArrowLeftRight, mdiContentCut, mdiDeleteOutline, mdiLock, mdiLockOpenOutline, mdiMirror } from '@mdi/js'
import type { Cut } from '#core/cuts/cut.ts'
import type { Material } from '#core/cuts/material.ts'
import BedMenu from './BedMenu.vue'
import { canBeLayered, canBeOneSided, canSplit, layersOn } from './editCut.ts'
import type { PlanBench } from './usePlanEditor.ts'

/** What can be done with the piece in hand, each at a touch. */
defineProps<{ bench: PlanBench; cut: Cut; material: Material }>()
</script>

<template>
  <v-btn
    :icon="bench.isLocked(cut) ? mdiLock : mdiLockOpenOutline"
    size="small"
    :variant="bench.isLocked(cut) ? 'tonal' : 'text'"
    :aria-label="bench.isLocked(cut) ? 'Unlock this piece' : 'Lock this piece'"
    :aria-pressed="bench.isLocked(cut)"
    title="Lock: a new plan leaves it where it is (L)"
    data-testid="lock"
    @click="bench.setLocked(cut, !bench.isLocked(cut))"
  />
  <v-btn
    v-if="canSplit(cut, material)"
    :icon="mdiContentCut"
    size="small"
    variant="text"
    aria-label="Cut this piece in two"
    title="Cut in two (S)"
    data-testid="split"
    @click="bench.split(cut)"
  />
  <v-btn
    v-if="cut.place === 'hoop'"
    :icon="mdiMirror"
    size="small"
    variant="text"
    aria-label="The same at the other end of the hoop"
    title="The same at the other end of the hoop (M)"
    data-testid="mirror"
    @click="bench.mirror(cut)"
  />
  <BedMenu v-if="material.kind === 'tape'" :cut @lay="(bed) => bench.layOn(cut, bed)" />
  <v-btn
    v-if="canBeLayered(cut, material)"
    size="small"
    variant="text"
    title="One layer or two of the same length"
    data-testid="layers"
    @click="bench.turnLayers(cut)"
    >{{ layersOn(cut) === 1 ? '1 layer' : `${layersOn(cut)} layers` }}</v-btn
  >
  <v-btn
    v-if="canBeOneSided(cut, bench.work.value)"
    :icon="mdiArrowLeftRight"
    size="small"
    variant="text"
    :aria-label="`On ${cut.side ? `the ${cut.side} side only` : 'both sides'}: change`"
    title="Both sides, right only, left only"
    data-testid="side"
    @click="bench.turnSide(cut)"
  />
  <v-btn
    :icon="mdiDeleteOutline"
    size="small"
    variant="text"
    aria-label="Take this piece off"
    @click="bench.remove(cut)"
  />
</template>
