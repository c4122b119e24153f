<script setup lang="ts">
import { ref } from 'vue'
import { LEAVE_REASONS } from '#contract/messages/build.ts'

/** Leaving a step out: why, by one touch where it is one of the usual reasons. */
const emit = defineEmits<{ leave: [why: string]; away: [] }>()
const why = ref('')
const own = () => why.value.trim() && emit('leave', why.value.trim())
</script>

<template>
  <section class="panel leave" role="group" aria-label="Why is it left out?" data-testid="leave-out">
    <b class="title">Why is it left out?</b>
    <v-btn
      v-for="reason in LEAVE_REASONS"
      :key="reason"
      class="knuckle"
      variant="outlined"
      @click="emit('leave', reason)"
      >{{ reason }}</v-btn
    >
    <div class="own">
      <v-text-field v-model="why" label="Or in your words" maxlength="600" @keydown.enter.prevent="own" />
      <v-btn :disabled="!why.trim()" @click="own">Leave out</v-btn>
      <v-btn variant="text" @click="emit('away')">Not after all</v-btn>
    </div>
  </section>
</template>

<style scoped>
.leave {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 10px;
}
.title,
.own {
  grid-column: 1 / -1;
}
.title {
  font-size: 20px;
}
.knuckle {
  height: 72px !important;
  font-size: 18px;
  white-space: normal;
}
.own {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.own > :first-child {
  min-width: 200px;
  flex: 1;
}
</style>
